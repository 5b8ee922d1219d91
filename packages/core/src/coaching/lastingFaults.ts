import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { lowerFirst } from '../movement/text.ts';
import { workOn } from './workOn.ts';

/** Sets in which a fault was seen, over sets in which somebody looked. */
export interface SeenRate {
  readonly looked: number;
  readonly shown: number;
}

/** A fault that stays, what its cause calls for, and whether it shows less than it did. */
export interface LastingFault {
  readonly faultId: string;
  readonly name: string;
  /** Movements that work on a cause, the likeliest first. */
  readonly work: readonly string[];
  /** "6 of 10 sets, 9 of 12 before". */
  readonly text: string;
  /** Against before; `null` where there is too little to tell. */
  readonly hasFallen: boolean | null;
}

/** Fewer looks than this say nothing. */
const LOOKED_LEAST = 6;
/** Seen in so many of the sets that were looked at, it is no accident. */
const LASTS = 0.3;
/** Of what it was, a rate that is really lower. */
const FALLEN = 0.7;

/**
 * What lasts of what was seen lately, most frequent first, against what was seen before. `faultId` is the movement's id, a stroke and the
 * fault's.
 */
export function lastingFaults(
  lately: Readonly<Record<string, SeenRate>>,
  before: Readonly<Record<string, SeenRate>>,
  documentOf: (movementId: string) => MovementDocument | undefined,
  lexicon: Pick<Lexicon, 'faultTypes' | 'causes'>,
): readonly LastingFault[] {
  return Object.entries(lately)
    .filter(([, { looked, shown }]) => looked >= LOOKED_LEAST && shown / looked >= LASTS)
    .sort(([, a], [, b]) => b.shown / b.looked - a.shown / a.looked)
    .flatMap(([faultId, rate]): LastingFault[] => {
      const [movementId = '', id = ''] = faultId.split('/');
      const fault = documentOf(movementId)?.faults.find((each) => each.id === id);
      if (!fault) return [];
      const { causes } = workOn(fault, movementId, lexicon);
      const work = [...new Set(causes.flatMap((cause) => cause.work ?? []))];
      if (work.length === 0) return [];
      const was = before[faultId];
      const tells = was !== undefined && was.looked >= LOOKED_LEAST;
      const told = tells ? `, ${was.shown} of ${was.looked} before` : '';
      return [
        {
          faultId,
          name: lowerFirst(fault.name ?? lexicon.faultTypes.get(fault.type)?.name ?? fault.type),
          work,
          text: `${rate.shown} of ${rate.looked} sets${told}`,
          hasFallen: tells ? rate.shown / rate.looked <= FALLEN * (was.shown / was.looked) : null,
        },
      ];
    });
}
