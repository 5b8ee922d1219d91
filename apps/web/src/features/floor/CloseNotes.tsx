import { lowerFirst } from '@waxwing/core/movement';
import {
  calledOf,
  isNobodys,
  leftOver,
  sorenessAfter,
  stretchesFor,
  type BriefIndex,
  type LaneState,
  type SessionState,
} from '@waxwing/core/session';
import { useMemo } from 'react';
import { shortDay } from '../../shared/dates.ts';
import { useLibrary } from '../../shared/queries.ts';

interface CloseNotesProps {
  readonly index: BriefIndex;
  readonly state: SessionState;
  /** Movements that stand first next time, as `lane movement`. */
  readonly firstNext: ReadonlySet<string>;
  readonly onFirstNext: (key: string, isFirst: boolean) => void;
}

export const leftKey = (laneId: string, movementId: string) => `${laneId} ${movementId}`;

/** Person by person: what to stretch, what wasn't reached and what becomes of it, and what may be sore. */
export function CloseNotes({ index, state, firstNext, onFirstNext }: CloseNotesProps) {
  const lanes = state.lanes.filter(({ sets }) => sets.length > 0);
  return lanes.map((lane) => (
    <LaneNotes
      key={lane.laneId}
      index={index}
      lane={lane}
      isNamed={lanes.length > 1}
      firstNext={firstNext}
      onFirstNext={onFirstNext}
    />
  ));
}

interface LaneNotesProps extends Omit<CloseNotesProps, 'state'> {
  readonly lane: LaneState;
  readonly isNamed: boolean;
}

function LaneNotes({ index, lane, isNamed, firstNext, onFirstNext }: LaneNotesProps) {
  const { library } = useLibrary();
  const stretches = useMemo(() => {
    const among = (library?.revisions ?? index.brief.revisions).map(({ document }) => document);
    return stretchesFor(index, lane, among);
  }, [library, index, lane]);
  const left = leftOver(index, lane);
  const sore = sorenessAfter(index, lane);
  if (stretches.length + left.length + sore.length === 0) return null;
  const name = calledOf(index.client(lane.clientId));
  return (
    <section aria-label={`Before ${name} goes`} className="border-base-300 border-t py-3">
      <h2 className="text-xl">
        Before {isNamed ? name : 'they go'}
        {isNamed && ' goes'}
      </h2>
      {stretches.length > 0 && (
        <p className="mt-1 text-lg leading-snug">
          <span className="text-quiet">Stretch, both sides, gently: </span>
          {stretches.map(({ document, why }, at) => (
            <span key={document.id}>
              {at > 0 && '; '}
              <b>{lowerFirst(document.name)}</b> {why}
            </span>
          ))}
        </p>
      )}
      {sore.length > 0 && (
        <p className="mt-1 text-lg leading-snug">
          <span className="text-quiet">May be sore: </span>
          {sore.map(({ name: muscle, untilDay, why }, at) => (
            <span key={muscle}>
              {at > 0 && '; '}
              <b>{lowerFirst(muscle)}</b> until {shortDay(untilDay)} ({why})
            </span>
          ))}
          . That is ordinary; pain that is sharp, in a joint or stays longer is not.
        </p>
      )}
      {left.length > 0 && (
        <ul className="mt-2 flex flex-col gap-2">
          {left.map(({ movementId, sets, of }) => {
            const key = leftKey(lane.laneId, movementId);
            const isFirst = firstNext.has(key);
            return (
              <li key={movementId} className="flex flex-wrap items-center gap-3 text-lg">
                <span className="min-w-56 flex-1">
                  <span className="text-quiet">{sets === of ? 'Not reached: ' : `${sets} of ${of} sets left: `}</span>
                  {lowerFirst(index.nameOf(movementId))}
                </span>
                {/* Of what was begun the decision stands above. */}
                {sets === of && !isNobodys(lane) && (
                  <button
                    type="button"
                    aria-pressed={isFirst}
                    aria-label={`First next time: ${lowerFirst(index.nameOf(movementId))}`}
                    className={`btn min-h-14 px-5 ${isFirst ? 'btn-neutral' : ''}`}
                    onClick={() => onFirstNext(key, !isFirst)}
                  >
                    First next time
                  </button>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
