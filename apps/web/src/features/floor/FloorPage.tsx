import { PLAN_LANES_MOST } from '@waxwing/core/planning';
import { calledOf, endSet, isLevel, pauseClock, whomToWatch } from '@waxwing/core/session';
import clsx from 'clsx';
import { useCallback, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { serverNow } from '../../shared/server.ts';
import { isNotHere } from '../../shared/api.ts';
import { useTitle } from '../../shared/page.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { useNow } from '../../shared/useNow.ts';
import { BoardDialog } from './BoardDialog.tsx';
import { FinishPanel } from './FinishPanel.tsx';
import { JoinDialog } from './JoinDialog.tsx';
import { LanePanel } from './LanePanel.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { laneTaps } from './laneTaps.ts';
import { TopBar } from './TopBar.tsx';
import { useClockRunner } from './useClockRunner.ts';
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
          {!isNotHere(opened.error) && (
            <Link className="link" to="/">
              Back to today
            </Link>
          )}
        </>
      )}
    </main>
  );
}

/** Whom to look at next may have changed by then, without any tap. */
const WATCH_MS = 5000;

function Floor({ live }: { live: FloorSession }) {
  const { index, state } = useSnapshot(live);
  useClockRunner(live);
  const [isFinishing, setFinishing] = useState(false);
  const [laneId, setLaneId] = useState<string | null>(null);
  // Undo is for whoever was tapped on last.
  const [tappedId, setTappedId] = useState<string | null>(null);
  const [isJoining, setJoining] = useState(false);
  const [showsBoard, setShowsBoard] = useState(false);
  const [painOf, setPainOf] = useState<string | null>(null);
  const navigate = useNavigate();
  const lanes = state.lanes.filter(({ leftAt }) => leftAt === null);
  const lane = lanes.find((each) => each.laneId === laneId) ?? lanes[0];
  const situation = lane && live.situation(lane.laneId);
  const undone = state.lanes.find((each) => each.laneId === tappedId) ?? lane;
  const last = undone && live.lastTap(undone.laneId);
  // With several people on the floor it says for whom, too.
  const forWhom = lanes.length > 1 && undone ? `, ${calledOf(index.client(undone.clientId))}` : '';
  const show = useCallback((id: string) => {
    setLaneId(id);
    setTappedId(id);
  }, []);
  // The set ends with the first tap; what to mind stands beside it then.
  const pain = useCallback(
    (id: string) => {
      laneTaps(live, id).pain();
      show(id);
      setPainOf(id);
    },
    [live, show],
  );
  const switchLane = (by: number) => {
    const at = lanes.findIndex((each) => each.laneId === lane?.laneId);
    const next = lanes[(at + by + lanes.length) % lanes.length];
    if (next) show(next.laneId);
  };
  const now = useNow(WATCH_MS);
  const situations = lanes.flatMap((each) => live.situation(each.laneId) ?? []);
  const [watch] = lanes.length > 1 ? whomToWatch(situations, now) : [];

  const finish = () => {
    // Nothing goes on by itself meanwhile.
    void live.append(({ clock }) => (clock ? pauseClock(clock, serverNow()) : []));
    // Whoever finishes in the middle of a set has ended it.
    for (const each of state.lanes) void live.act(each.laneId, (context) => endSet(context, 'done'));
    setFinishing(true);
  };

  return (
    <div className={clsx('flex min-h-dvh flex-col lg:h-dvh', lanes.length > 1 && 'md:h-dvh')}>
      <TopBar
        live={live}
        index={index}
        state={state}
        situation={situation ?? null}
        isNamed={lanes.length === 1}
        undo={last ? `${last.text}${forWhom}` : null}
        onUndo={() => undone && void live.undo(undone.laneId)}
        onJoin={
          state.status === 'live' && !isFinishing && situation && !isLevel(situation.lane) && lanes.length < PLAN_LANES_MOST
            ? () => setJoining(true)
            : undefined
        }
        onBoard={() => setShowsBoard(true)}
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
        <LanePanel
          live={live}
          index={index}
          state={state}
          situation={situation}
          others={situations.filter((each) => each !== situation)}
          watch={watch ?? null}
          showsPain={painOf === situation.lane.laneId}
          onPainRead={() => setPainOf(null)}
          onSwitchLane={switchLane}
          onShow={show}
          onPain={pain}
          onShowPain={setPainOf}
          onTapped={setTappedId}
        />
      ) : (
        <main className="px-5 py-10">
          <h1 className="text-2xl">Nothing on the list</h1>
          <p className="text-quiet">This session has no movement that this device knows. Finish it and start anew.</p>
        </main>
      )}
      {showsBoard && (
        <BoardDialog live={live} index={index} state={state} situation={situation ?? null} onClose={() => setShowsBoard(false)} />
      )}
      {isJoining && situation && (
        <JoinDialog
          live={live}
          index={index}
          state={state}
          situation={situation}
          onClose={() => setJoining(false)}
          onJoined={(id) => {
            setJoining(false);
            show(id);
          }}
        />
      )}
    </div>
  );
}
