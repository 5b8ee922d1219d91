import type { Effort } from '../loading/effort.ts';
import type { MovementOutcome } from '../loading/nextSession.ts';
import { isSameLoad } from '../movement/loadText.ts';
import type { ResolvedMovement } from '../movement/resolvedMovement.ts';
import { amountPerSide, askedAmount, judgedSegments, lastJudged } from './amount.ts';
import { easedBy, isClean, openFaults } from './setJudgement.ts';
import type { ItemState, LaneState, SetState } from './state.ts';

const HARDEST_FIRST: readonly Effort[] = ['nothing-left', 'about-right', 'plenty-left'];

function doneSets(lane: LaneState, item: ItemState): readonly SetState[] {
  return lane.sets.filter((set) => {
    if (set.itemId !== item.itemId || set.endedAt === null) return false;
    const last = judgedSegments(set).at(-1);
    return last !== undefined && last.part !== 'ramp' && last.movementId === item.movementId;
  });
}

export function lastDone(lane: LaneState, item: ItemState): SetState | undefined {
  return doneSets(lane, item).at(-1);
}

/** A movement of this session as one outcome; `null` when no set of it was done. */
export function movementOutcome(lane: LaneState, item: ItemState, movement: ResolvedMovement): MovementOutcome | null {
  const last = lastDone(lane, item);
  if (!last) return null;
  // A session that went up or down in load is judged by the load that it ended with.
  const { load } = lastJudged(last);
  const sets = doneSets(lane, item).filter((set) => isSameLoad(lastJudged(set).load, load));
  const made = (set: SetState) => amountPerSide(set, movement.document);
  const open = openFaults(last, movement);
  const { dose } = item;
  const hardest = HARDEST_FIRST.find((effort) => sets.some((set) => set.effort === effort)) ?? null;
  const told = sets.flatMap((set) => (set.effort === hardest && set.reserve !== undefined ? [set.reserve] : []));
  return {
    leastDone: Math.min(...sets.map(made)),
    fellShort: sets.some((set) => made(set) < askedAmount(set)),
    target: Math.max(...sets.map(askedAmount)),
    topOfRange: dose.kind === 'distance' ? dose.metres : dose.high,
    effort: hardest,
    ...(told.length > 0 && { reserve: Math.min(...told) }),
    clean: isClean(last, movement) === true,
    riskOpen: open.some((fault) => fault.severity === 'risk'),
    pain: item.pain,
    openFault: open[0]?.name ?? null,
    easedBy: easedBy(last),
    ...(dose.kind !== movement.document.dose.kind && { unit: dose.kind }),
  };
}
