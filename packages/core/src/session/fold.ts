import { applyEvent } from './applyEvent.ts';
import { inOrder } from './eventOrder.ts';
import type { SessionEvent } from './event.ts';
import { effective, isCorrection, standingCorrections } from './corrections.ts';
import { StateDraft } from './stateDraft.ts';
import type { SessionState, SetState } from './state.ts';

/**
 * Folds events into a state: repeated ones once, in the order of `compareEvents`, without those that were taken back and with the
 * amended payloads. The same set of events gives the same state in whatever order it is handed over. Everything is folded at once;
 * who gets events one after the other uses `SessionFold`, which this is the check of.
 */
export function foldSession(events: Iterable<SessionEvent>): SessionState {
  const sorted = inOrder([...events]);
  const corrections = standingCorrections(sorted.filter(isCorrection));
  const draft = new StateDraft(null);
  for (const event of sorted) {
    const stands = effective(event, corrections);
    if (stands) applyEvent(draft, stands);
  }
  draft.state.lamport = sorted.at(-1)?.lamport ?? 0;
  return draft.state;
}

/** Every set of a session, lane by lane. */
export function setsOf(state: Pick<SessionState, 'lanes'>): readonly SetState[] {
  return state.lanes.flatMap((lane) => lane.sets);
}
