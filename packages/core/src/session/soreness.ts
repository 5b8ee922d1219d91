import { daysBetween } from '../checks/daysBetween.ts';
import { dayAfter } from '../checks/calendar.ts';
import { judgedSegments } from './amount.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isLevel } from './whoseLane.ts';
import type { LaneState } from './state.ts';

/** A muscle that may be sore in the days after, and up to which day. */
export interface Soreness {
  readonly muscleId: string;
  readonly name: string;
  readonly untilDay: string;
  readonly why: string;
}

/** Sets of full work, each weighted by what makes sore, from which it may be felt; twice as much is felt a day longer. */
const FELT_FROM = 3;
const SHOWN_MOST = 3;
/** What isn't done every week is felt: not for two weeks, for four, or never. */
const RUSTY_DAYS = 14;
const FORGOTTEN_DAYS = 28;
const RUSTY_WEIGHT = 1.5;
const NEW_WEIGHT = 2;
/** Lowering slowly is what makes sore. */
const SLOW_SECONDS = 3;
const SLOW_WEIGHT = 1.5;
/** Delayed soreness is at its height after a day or two, and gone after three or so (Cheung, Hume & Maxwell 2003). */
const DAYS = 2;
const DAYS_STRONG = 3;

/** Of which so much is new, and so much was lowered slowly. */
interface Load {
  weight: number;
  newWeight: number;
  slowWeight: number;
}

/** What may be sore after this hour, most first: by muscles' shares, slow lowering, and how long ago it was last done. An ordinary thing, and no pain. */
export function sorenessAfter(index: BriefIndex, lane: LaneState): readonly Soreness[] {
  if (isLevel(lane)) return [];
  const client = index.client(lane.clientId);
  const { localDate } = index.brief;
  const loads = new Map<string, Load>();
  for (const set of lane.sets) {
    const segment = judgedSegments(set).at(-1)!;
    const document = index.revision(segment.movementId)?.document;
    if (set.endedAt === null || segment.part === 'ramp' || !document) continue;
    if (document.pattern === 'stretch' || document.pattern === 'mobility') continue;
    const last = client?.history[document.id]?.localDate;
    const days = last === undefined ? Infinity : daysBetween(last, localDate);
    const novelty = days > FORGOTTEN_DAYS ? NEW_WEIGHT : days > RUSTY_DAYS ? RUSTY_WEIGHT : 1;
    const isSlow = (segment.tempo?.lowerSeconds ?? 0) >= SLOW_SECONDS || segment.manner === 'slow';
    for (const { muscle, share, role } of document.muscles) {
      if (role === 'stabilising') continue;
      const load = loads.get(muscle) ?? { weight: 0, newWeight: 0, slowWeight: 0 };
      const weight = share * novelty * (isSlow ? SLOW_WEIGHT : 1);
      load.weight += weight;
      if (novelty > 1) load.newWeight += weight;
      if (isSlow) load.slowWeight += weight;
      loads.set(muscle, load);
    }
  }
  return [...loads]
    .filter(([, { weight }]) => weight >= FELT_FROM)
    .sort(([, a], [, b]) => b.weight - a.weight)
    .slice(0, SHOWN_MOST)
    .map(([muscleId, { weight, newWeight, slowWeight }]) => ({
      muscleId,
      name: index.lexicon.muscles.get(muscleId)?.name ?? muscleId,
      untilDay: dayAfter(localDate, weight >= 2 * FELT_FROM ? DAYS_STRONG : DAYS),
      // What most of it is: one new set among many that they know isn't the reason.
      why: newWeight > weight / 2 ? 'new, or long ago' : slowWeight > weight / 2 ? 'lowered slowly' : 'many sets',
    }));
}
