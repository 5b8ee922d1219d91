import { recentStrength } from '../loading/adviseLoad.ts';
import { alwaysText, meaningText, readAnswer } from '../loading/answerMeaning.ts';
import { answerText, reserveOf, type EffortAnswer } from '../loading/effort.ts';
import { stepsFrom } from '../loading/makeable.ts';
import { type LoadSituation, type NextSet, proposeNextSet } from '../loading/nextSet.ts';
import { effortScaleOf, targetReserveOf } from '../loading/parameters.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { ResolvedMovement } from '../movement/resolvedMovement.ts';
import { amountPerSide, askedAmount, lastJudged } from './amount.ts';
import type { ClientBrief } from './brief.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isAloneUnder, neighbour } from './clientAdvice.ts';
import type { LaneSituation } from './laneSituation.ts';
import { easedBy, isClean, openFaults } from './setJudgement.ts';
import type { SetState } from './state.ts';

/** A lowering that is slower than the movement's own. */
export const SLOWER_KEY = 'harder:tempo';

/** What lowering more slowly is called, beyond the movement's own tempo. */
export function slowerText({ tempo }: MovementDocument): string {
  return (tempo?.lowerSeconds ?? 0) >= 3 ? 'Five seconds down' : 'Three seconds down';
}

/** What is lifted with its neighbours in this room; `null` where there is no rack for it. */
function loadSituation(index: BriefIndex, client: ClientBrief, movement: ResolvedMovement, set: SetState): LoadSituation | null {
  const rack = index.rack(movement.movementId);
  if (rack.length === 0) return null;
  const { load } = lastJudged(set);
  return {
    load,
    steps: stepsFrom(rack, load),
    targetReserve: targetReserveOf(index.stances(client.clientId)),
    isAlone: isAloneUnder(index, movement.document),
    known: recentStrength(movement.document.dose, client.history[movement.movementId] ?? {}, client.answers),
    slower: set.changes.includes(SLOWER_KEY) ? null : slowerText(movement.document),
  };
}

/** The proposal for the next set of an item, from the set that has just ended and the client's one answer. */
export function nextSetAfter(index: BriefIndex, situation: LaneSituation, set: SetState, answer: EffortAnswer): NextSet {
  const { item, movement, client } = situation;
  const clientId = client.clientId;
  const rung = (direction: 'easier' | 'harder') => neighbour(index, clientId, item.movementId, direction);
  const { effort, reserve, meaning } = readAnswer(answer, client.answers);
  const proposed = proposeNextSet({
    dose: item.dose,
    target: askedAmount(set),
    done: amountPerSide(set, movement.document),
    effort,
    ...(reserve !== undefined && { reserve }),
    loading: loadSituation(index, client, movement, set),
    clean: isClean(set, movement) === true,
    riskOpen: openFaults(set, movement).some((fault) => fault.severity === 'risk'),
    painReported: set.pain,
    rangeEase: movement.document.eases.find((ease) => ease.lever === 'range')?.text ?? null,
    rangeEased: set.changes.includes('lever:range'),
    easedBy: easedBy(set),
    easier: rung('easier'),
    harder: rung('harder'),
  });
  const next = asPlanned(proposed, situation);
  const told = answerText(answer, effortScaleOf(index.stances(clientId)));
  if (meaning) return { ...next, reasons: [`“${told}” ${meaningText(meaning)}`, ...next.reasons] };
  const always = client.answers?.always;
  if (!always || reserveOf(always.answer) !== reserveOf(answer)) return next;
  return { ...next, reasons: [...next.reasons, `${alwaysText(always.times + 1)}: go by the last reps`] };
}

/** Where the plan says how much each set is, an answer changes with what it is done and not how much. */
function asPlanned(proposed: NextSet, { planned, item }: LaneSituation): NextSet {
  const [first] = planned?.bouts ?? [];
  if (!planned || !first || first.document.id !== item.movementId || proposed.kind === 'stop' || proposed.kind === 'rung') {
    return proposed;
  }
  if (!planned.keepsAmount && first.stretch === null) return proposed;
  const target = planned.keepsAmount ? first.amount : proposed.target;
  if (proposed.kind !== 'same' && proposed.kind !== 'amount') return { ...proposed, target };
  return planned.keepsAmount
    ? { kind: 'amount', target, reasons: ['as the plan has it'] }
    : { kind: 'same', target: proposed.target, reasons: ['the stretches are as the plan has them'] };
}
