import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { OpenBoard } from '@waxwing/core/api';
import { Presentation } from 'lucide-react';
import {
  clockBlockOf,
  clockScore,
  planBlockOf,
  showStations,
  startClock,
  type BriefIndex,
  type EventDraft,
  type LaneSituation,
  type SessionState,
} from '@waxwing/core/session';
import { api } from '../../shared/api.ts';
import { Dialog } from '../../shared/Dialog.tsx';
import { clockText } from '../../shared/dates.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';

interface BoardDialogProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation | null;
  readonly onClose: () => void;
}

/** The board: in a window of this device, or on another by its code; and the clock as leader, for whoever does it along. */
export function BoardDialog({ live, index, state, situation, onClose }: BoardDialogProps) {
  const { sessionId } = index.brief;
  const queryClient = useQueryClient();
  const path = `sessions/${sessionId}/board`;
  const key = ['board', sessionId];
  const { data, error } = useQuery({
    queryKey: key,
    queryFn: () => api.get<{ board: OpenBoard | null }>(path),
    refetchInterval: 5000,
  });
  const keep = (board: OpenBoard | null) => queryClient.setQueryData(key, { board });
  const open = useMutation({ mutationFn: (hasNames: boolean) => api.post<OpenBoard>(path, { hasNames }), onSuccess: keep });
  const close = useMutation({ mutationFn: () => api.delete(path), onSuccess: () => keep(null) });
  const board = data?.board ?? null;
  const problem = open.error ?? close.error ?? (data ? null : error);
  return (
    <Dialog title="The board" onClose={onClose}>
      <p className="mt-2 text-lg">What is on, read from four metres. No health, nothing of the log.</p>
      <a className="btn mt-4 min-h-14 px-5 text-lg" href={`/board/${sessionId}`} target="waxwing-board" onClick={onClose}>
        <Presentation aria-hidden="true" size={20} /> In a window of this device
      </a>
      <LedByClock live={live} index={index} state={state} situation={situation} onClose={onClose} />
      <h3 className="mt-5 text-xl">On another device</h3>
      {board ? (
        <>
          <p className="mt-1 text-lg">
            Open <b>{window.location.host}/b</b> there and type
          </p>
          <p className="heading figures mt-1 text-6xl tracking-widest" data-testid="board-code">
            {board.code.slice(0, 3)} {board.code.slice(3)}
          </p>
          <p className="text-quiet mt-1">
            {board.devices === 0
              ? 'No device shows it yet.'
              : board.devices === 1
                ? 'One device shows it.'
                : `${board.devices} devices show it.`}{' '}
            It ends with the day.
          </p>
          <div className="mt-3 flex flex-wrap gap-2">
            <button
              type="button"
              aria-pressed={board.hasNames}
              className={`btn min-h-14 px-5 ${board.hasNames ? 'btn-neutral' : ''}`}
              disabled={open.isPending}
              onClick={() => open.mutate(!board.hasNames)}
            >
              First names
            </button>
            <button type="button" className="btn btn-ghost min-h-14" disabled={close.isPending} onClick={() => close.mutate()}>
              Close it everywhere
            </button>
          </div>
        </>
      ) : (
        <button
          type="button"
          className="btn btn-primary mt-2 min-h-14 px-6 text-lg"
          disabled={open.isPending}
          onClick={() => open.mutate(true)}
        >
          {open.isPending ? 'Opening …' : 'Open it with a code'}
        </button>
      )}
      {problem && (
        <p role="alert" className="mt-2 font-bold">
          {problem.message}. Another device needs the network.
        </p>
      )}
    </Dialog>
  );
}

/** A block at one's own pace that the clock can lead through, so that nobody has to tap who does it along. */
function LedByClock({ live, index, state, situation, onClose }: BoardDialogProps) {
  const planItemId = situation?.item.planItemId;
  const block = planBlockOf(index, planItemId);
  // What runs by the clock anyway is started where its clock stands.
  if (!block || state.clock || clockBlockOf(index, planItemId)) return null;
  const score = clockScore(index, block.blockId);
  if (!score) return null;
  const begin = (drafts: EventDraft[]) => {
    void live.append(({ clock }) => (clock ? [] : drafts));
    onClose();
  };
  return (
    <>
      <h3 className="mt-5 text-xl">Doing it with them?</h3>
      <p className="mt-1 text-lg">
        The clock can lead this block, {clockText(score.seconds)} in all: sets, sides and rests go on by themselves, and are noted
        as planned.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="btn min-h-14 px-5 text-lg" onClick={() => begin(startClock(block.blockId))}>
          Let the clock lead
        </button>
        {score.stations.length > 1 && (
          <button type="button" className="btn btn-ghost min-h-14 px-5 text-lg" onClick={() => begin(showStations(score))}>
            Show all {score.stations.length} first
          </button>
        )}
      </div>
    </>
  );
}
