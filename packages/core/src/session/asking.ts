import { feltIn } from '../movement/feeling.ts';
import type { Feeling } from '../movement/feelingEntry.ts';
import { inLane, reportPain, type ActionContext, type Drafts } from './actions.ts';
import { isLevel } from './whoseLane.ts';
import type { BriefIndex } from './briefIndex.ts';
import type { HurtAnswer } from './eventTypes.ts';
import type { LaneSituation } from './laneSituation.ts';

/** Whether it is worth asking how much was left: not of a class, not of a lighter set before the work, and of nothing that isn't meant to tire. */
export function asksEffort({ set, movement, lane }: LaneSituation): boolean {
  const { pattern } = movement.document;
  return !isLevel(lane) && set?.segments[0]?.part !== 'ramp' && pattern !== 'stretch' && pattern !== 'mobility';
}

/**
 * The fault that shows on one side only and that nobody has asked about in this set: does it hurt? `null` when there is none. Asked once for
 * each, and not where pain was reported.
 */
export function hurtToAsk({ correction, set, isWorking }: LaneSituation): { readonly faultId: string } | null {
  if (!correction || !set || !isWorking || set.pain) return null;
  const { fault, side } = correction.triage.first;
  if (!side || set.hurt.some(({ faultId }) => faultId === fault.faultId)) return null;
  // On both sides it is no sign of the one that hurts.
  const sides = new Set(set.faults.filter(({ faultId }) => faultId === fault.faultId).map((seen) => seen.side));
  return sides.size === 1 ? { faultId: fault.faultId } : null;
}

/** What was answered; "yes" ends the set as pain does, with the region of the fault. */
export function answerHurt(context: ActionContext, faultId: string, answer: HurtAnswer | 'yes'): Drafts {
  const { set, movement } = context.situation;
  if (!set) return [];
  if (answer !== 'yes') return [{ type: 'hurt-asked', ...inLane(context), payload: { setId: set.setId, faultId, answer } }];
  const side = set.faults.findLast((seen) => seen.faultId === faultId)?.side;
  return reportPain(context, 'other', movement.faults.find((each) => each.faultId === faultId)?.region, side);
}

/** A place where the client may say that they feel it. */
export type FeltPlace =
  | { readonly right: true; readonly id: string; readonly name: string }
  | { readonly right: false; readonly id: string; readonly name: string; readonly feeling: Feeling };

/** Where it should be felt, and where it shouldn't; nothing of a movement of which neither is known. */
export function feltPlaces({ lexicon }: BriefIndex, { movement }: LaneSituation): readonly FeltPlace[] {
  const felt = feltIn(movement.document, lexicon);
  return [
    ...felt.in.map((id): FeltPlace => ({ right: true, id, name: lexicon.muscles.get(id)?.name ?? id })),
    ...felt.not.map((feeling): FeltPlace => ({ right: false, id: feeling.id, name: feeling.place, feeling })),
  ];
}

export function answerFelt(context: ActionContext, { id, right }: FeltPlace): Drafts {
  const { set, item } = context.situation;
  if (!set) return [];
  return [
    { type: 'felt-asked', ...inLane(context), payload: { setId: set.setId, movementId: item.movementId, place: id, right } },
  ];
}
