import { useParams } from 'react-router';
import { useTitle } from '../../shared/page.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { BoardScreen } from './BoardScreen.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { useClockRunner } from './useClockRunner.ts';
import { useOpenSession, useSnapshot } from './useFloorSession.ts';

/** The board in a second window of the device that runs the hour. */
export default function BoardPage() {
  const { sessionId = '' } = useParams();
  const opened = useOpenSession(sessionId);
  useTitle('Board');
  if (opened.kind === 'open') return <Board live={opened.live} />;
  return (
    <main className="bg-neutral text-neutral-content grid min-h-dvh place-items-center">
      {opened.kind === 'opening' ? (
        <Loading what="the board" />
      ) : (
        <Failed what="the board" error={opened.error} onRetry={() => window.location.reload()} />
      )}
    </main>
  );
}

function Board({ live }: { live: FloorSession }) {
  const { index, state } = useSnapshot(live);
  // It may be the only window that is awake; whatever both note is noted once.
  useClockRunner(live);
  return <BoardScreen index={index} state={state} situationOf={(laneId) => live.situation(laneId)} />;
}
