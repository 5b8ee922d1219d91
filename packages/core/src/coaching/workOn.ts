import type { Lexicon } from '../movement/library.ts';
import type { MovementFault } from '../movement/movementDocument.ts';
import type { CauseEntry } from '../movement/vocabulary.ts';

export interface Work {
  /** Movements that teach what wasn't understood: whether it helped is seen the same day. */
  readonly drills: readonly string[];
  /** What takes weeks, in the order in which the causes are likely. */
  readonly causes: readonly CauseEntry[];
}

/** What a fault calls for outside the movement in which it shows: in the warm-up or at home. Never that movement itself. */
export function workOn(
  fault: Pick<MovementFault, 'type' | 'causes' | 'regressTo'>,
  movementId: string,
  lexicon: Pick<Lexicon, 'faultTypes' | 'causes'>,
): Work {
  const others = (ids: readonly string[]) => ids.filter((id) => id !== movementId);
  return {
    // What the fault goes back to is said already.
    drills: others(lexicon.faultTypes.get(fault.type)?.drills ?? []).filter((id) => id !== fault.regressTo),
    causes: fault.causes.flatMap((id) => {
      const cause = lexicon.causes.get(id);
      const work = others(cause?.work ?? []);
      return cause && work.length > 0 ? [{ ...cause, work }] : [];
    }),
  };
}
