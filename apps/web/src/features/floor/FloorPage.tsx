import { firstName } from '@waxwing/core/client';
import { endSet } from '@waxwing/core/session';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useTitle } from '../../shared/page.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { FinishPanel } from './FinishPanel.tsx';
import { LanePanel } from './LanePanel.tsx';
import type { FloorSession } from './floorSession.ts';
import { TopBar } from './TopBar.tsx';
import { useOpenSession, useSnapshot } from './useFloorSession.ts';

export default function FloorPage() {
  const { sessionId = '' } = useParams();
  const opened = useOpenSession(sessionId);
  useTitle('Floor');
  if (opened.kind === 'open') return <Floor live={opened.live} />;
  return (
    <main className="mx-auto max-w-3xl px-5">
      {opened.kind === 'opening' ? (
        <Loading what="the session" />
      ) : (
        <>
          <Failed what="the session" error={opened.error} onRetry={() => window.location.reload()} />
          <Link className="link" to="/">
            Back to today
          </Link>
        </>
      )}
    </main>
  );
}

function Floor({ live }: { live: FloorSession }) {
  const { index, state } = useSnapshot(live);
  const [isFinishing, setFinishing] = useState(false);
  const [laneId, setLaneId] = useState<string | null>(null);
  const navigate = useNavigate();
  const lane = state.lanes.find((each) => each.laneId === laneId) ?? state.lanes[0];
  const situation = lane && live.situation(lane.laneId);
  const last = lane && live.lastTap(lane.laneId);
  // With several people on the floor it says for whom, too.
  const forWhom = state.lanes.length > 1 && situation ? `, ${firstName(situation.client.name)}` : '';
  const switchLane = (by: number) => {
    const at = state.lanes.findIndex((each) => each.laneId === lane?.laneId);
    const next = state.lanes[(at + by + state.lanes.length) % state.lanes.length];
    if (next) setLaneId(next.laneId);
  };

  const finish = () => {
    // Whoever finishes in the middle of a set has ended it.
    for (const each of state.lanes) void live.act(each.laneId, (context) => endSet(context, 'done'));
    setFinishing(true);
  };

  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <TopBar
        state={state}
        situation={situation ?? null}
        undo={last ? `${last.text}${forWhom}` : null}
        onUndo={() => lane && void live.undo(lane.laneId)}
        onFinish={isFinishing ? undefined : finish}
      />
      {state.status === 'ended' ? (
        <main className="mx-auto max-w-2xl px-5 py-10">
          <h1 className="text-3xl">This session has ended</h1>
          <Link to={`/log/${index.brief.sessionId}`} className="btn btn-primary mt-4 min-h-14 text-lg">
            Read its log
          </Link>
        </main>
      ) : isFinishing ? (
        <FinishPanel
          live={live}
          index={index}
          state={state}
          onBack={() => setFinishing(false)}
          onDone={() => void navigate(`/log/${index.brief.sessionId}`)}
        />
      ) : situation ? (
        <LanePanel live={live} index={index} state={state} situation={situation} onSwitchLane={switchLane} />
      ) : (
        <main className="px-5 py-10">
          <h1 className="text-2xl">Nothing on the list</h1>
          <p className="text-quiet">This session has no movement that this device knows. Finish it and start anew.</p>
        </main>
      )}
    </div>
  );
}
