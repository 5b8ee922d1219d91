import type { BriefIndex, LaneSituation, SessionState } from '@waxwing/core/session';
import { ArrowLeft, Presentation, Undo2, UserPlus } from 'lucide-react';
import { Link } from 'react-router';
import { clockText, secondsBetween } from '../../shared/dates.ts';
import { SendState } from '../../shared/SendState.tsx';
import { useNow } from '../../shared/useNow.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { HourLeftBar } from './HourLeft.tsx';

interface TopBarProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation | null;
  /** With one person; with several the name stands at what they do. */
  readonly isNamed: boolean;
  /** The last tap of the lane that is shown. */
  readonly undo: string | null;
  readonly onUndo: () => void;
  /** Somebody comes late; missing when nobody can. */
  readonly onJoin: (() => void) | undefined;
  /** Shown in another window, or on another device. */
  readonly onBoard: () => void;
  /** Missing while finishing. */
  readonly onFinish: (() => void) | undefined;
}

/** The hour's clock, what waits to be sent, and the ways out. */
export function TopBar({ live, index, state, situation, isNamed, undo, onUndo, onJoin, onBoard, onFinish }: TopBarProps) {
  return (
    <header className="contain-content bg-neutral text-neutral-content flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 px-3 md:px-5">
      <Link to="/" aria-label="Leave the floor; the session stays open" className="grid size-11 place-items-center">
        <ArrowLeft aria-hidden="true" size={22} />
      </Link>
      {state.startedAt && <SessionClock startedAt={state.startedAt} />}
      {state.status === 'live' && <HourLeftBar live={live} index={index} state={state} />}
      {situation && isNamed && <span className="text-lg font-bold">{situation.client.name}</span>}
      {situation?.client.healthNotAsked && <span className="text-sm">Health questions not asked yet</span>}
      <SendState isOnFloor />
      <div className="ml-auto flex min-w-48 flex-[3] items-center justify-end gap-2">
        {undo && (
          <button
            type="button"
            className="flex min-h-11 min-w-0 cursor-pointer items-center gap-2 rounded-xl px-3 underline-offset-4 hover:underline"
            title={undo}
            onClick={onUndo}
          >
            <Undo2 aria-hidden="true" size={18} className="shrink-0" />
            <span className="truncate">Undo: {undo}</span>
          </button>
        )}
        <button
          type="button"
          aria-label="The board"
          title="The board"
          className="grid size-11 cursor-pointer place-items-center"
          onClick={onBoard}
        >
          <Presentation aria-hidden="true" size={20} />
        </button>
        {onJoin && (
          <button
            type="button"
            aria-label="Somebody joins"
            title="Somebody joins"
            className="grid size-11 cursor-pointer place-items-center"
            onClick={onJoin}
          >
            <UserPlus aria-hidden="true" size={20} />
          </button>
        )}
        {state.status === 'live' && onFinish && (
          <button
            type="button"
            className="border-neutral-content min-h-11 cursor-pointer rounded-xl border px-4"
            onClick={onFinish}
          >
            Finish
          </button>
        )}
      </div>
    </header>
  );
}

function SessionClock({ startedAt }: { startedAt: string }) {
  const now = useNow(1000);
  return (
    <span className="heading figures text-2xl" aria-label="Time since the session began">
      {clockText(secondsBetween(startedAt, now))}
    </span>
  );
}
