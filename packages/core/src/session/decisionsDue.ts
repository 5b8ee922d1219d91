import { nextTarget, recentStrength } from '../loading/adviseLoad.ts';
import { readAnswer } from '../loading/answerMeaning.ts';
import { answerOf, reserveOf } from '../loading/effort.ts';
import { type LoadSteps, type Makeable, stepsFrom } from '../loading/makeable.ts';
import { AFTER_PAIN, decideNextSession, type MovementOutcome, type NextSession } from '../loading/nextSession.ts';
import { targetReserveOf } from '../loading/parameters.ts';
import { raise, type Raise } from '../loading/raise.ts';
import type { Load } from '../movement/load.ts';
import type { ResolvedMovement } from '../movement/resolvedMovement.ts';
import { lastJudged } from './amount.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isNobodys } from './whoseLane.ts';
import { isAloneUnder, neighbour } from './clientAdvice.ts';
import { lastDone, movementOutcome } from './movementOutcome.ts';
import type { ItemState, LaneState, SessionState } from './state.ts';
import { movementsOf } from './typed.ts';

/** What is proposed for next time for every movement that was done by a client. */
export function decisionsDue(
  index: BriefIndex,
  state: Pick<SessionState, 'typed'>,
  lane: LaneState,
): readonly (NextSession & { readonly movementId: string })[] {
  if (isNobodys(lane)) return [];
  const client = index.client(lane.clientId);
  return lane.items.flatMap((item) => {
    const movement = movementsOf(index, state)(lane.clientId, item.movementId);
    const outcome = movement && movementOutcome(lane, item, movement);
    if (!outcome) return item.pain ? [{ ...AFTER_PAIN, movementId: item.movementId }] : [];
    // A set on the clock says nothing about the next load.
    if (outcome.unit) return item.pain ? [{ ...AFTER_PAIN, movementId: item.movementId }] : [];
    const last = lastDone(lane, item);
    const lastLoad = last ? lastJudged(last).load : item.load;
    const harder = neighbour(index, lane.clientId, item.movementId, 'harder');
    const { asksMore, ...decision } = decideNextSession(outcome, client?.history[item.movementId]?.outcomes ?? [], {
      isLoaded: item.load.kind !== 'bodyweight',
      harder: harder && outcome.leastDone >= harder.shownFirst ? harder : null,
      easier: neighbour(index, lane.clientId, item.movementId, 'easier'),
      unit: item.dose.kind,
      ...nextLoads(index, lane.clientId, item, movement, lastLoad, outcome),
    });
    // What was lifted last stands beside a decision in numbers, so that another room can tell what is meant.
    const sameLoad =
      decision.load ?? (decision.kind === 'leave-out' || index.rack(item.movementId).length === 0 ? undefined : lastLoad);
    const more = asksMore ? nextTarget(outcome.target, movement.document) : undefined;
    const target = decision.target ?? more;
    return [{ ...decision, movementId: item.movementId, ...(sameLoad && { load: sameLoad }), ...(target && { target }) }];
  });
}

function nextLoads(
  index: BriefIndex,
  clientId: string,
  item: ItemState,
  movement: ResolvedMovement,
  load: Load,
  outcome: MovementOutcome,
): { raise: Raise | null; lighter: Makeable | null } {
  const rack = index.rack(item.movementId);
  const answer = answerOf(outcome);
  if (rack.length === 0 || !answer) return { raise: null, lighter: null };
  const steps: LoadSteps = stepsFrom(rack, load);
  const { history, answers } = index.client(clientId) ?? {};
  const next = raise({
    dose: item.dose,
    load,
    done: outcome.leastDone,
    reserve: reserveOf(readAnswer(answer, answers)),
    steps,
    targetReserve: targetReserveOf(index.stances(clientId)),
    isAlone: isAloneUnder(index, movement.document),
    isSlowed: false,
    known: recentStrength(item.dose, history?.[item.movementId] ?? {}, answers),
  });
  return { raise: next, lighter: steps.lighter };
}
