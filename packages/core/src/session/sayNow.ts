import { amountText } from '../movement/doseText.ts';
import { loadKg, loadText, numberText } from '../movement/loadText.ts';
import { lowerFirst } from '../movement/text.ts';
import { amountPerSide, askedAmount, lastJudged } from './amount.ts';
import { isNobodys } from './whoseLane.ts';
import type { LaneSituation } from './laneSituation.ts';
import { isClean } from './setJudgement.ts';
import type { SetState } from './state.ts';

/** So often it has to have shown, in so many sets that were looked at, before its going is worth a word. */
const SHOWN_SHARE = 0.4;
const SHOWN_LEAST = 4;
/** Sets of today that were looked at from where it shows. */
const GONE_SETS = 2;

/** What an ended set has brought that is worth one sentence, said once: in the rest after the set that brought it. `null` mostly. */
export function worthSaying(situation: LaneSituation, set: SetState): string | null {
  // Of a class, and of a guest, nothing is known from before.
  if (set.endedAt === null || set.pain || isNobodys(situation.lane)) return null;
  return best(situation, set) ?? goneFault(situation, set) ?? first(situation, set);
}

/** A best by load, or by how many with as much as ever; twice what it began with. */
function best({ lane, item, client, movement }: LaneSituation, set: SetState): string | null {
  const history = client.history[item.movementId];
  const segment = lastJudged(set);
  if (!history?.bests || segment.part || segment.movementId !== item.movementId) return null;
  const { document } = movement;
  const known = history.bests.find(({ unit }) => unit === segment.unit);
  const kg = loadKg(segment.load);
  const made = amountPerSide(set, document);
  // What nobody looked at, or wasn't clean, isn't called a best.
  if (!known || kg === null || segment.unit !== document.dose.kind || made === 0 || isClean(set, movement) !== true) return null;
  const isBest = (each: SetState) => {
    const its = lastJudged(each);
    const itsKg = its.movementId === item.movementId ? loadKg(its.load) : null;
    if (itsKg === null || its.part || isClean(each, movement) !== true) return false;
    const amount = amountPerSide(each, document);
    return itsKg > known.kg ? amount >= askedAmount(each) : itsKg === known.kg && amount > known.amount;
  };
  if (!isBest(set)) return null;
  // Once an hour is enough, unless it went up again.
  const before = lane.sets
    .slice(
      0,
      lane.sets.findIndex(({ setId }) => setId === set.setId),
    )
    .filter((each) => each.itemId === item.itemId && isBest(each));
  if (before.some((each) => loadKg(lastJudged(each).load)! >= kg)) return null;
  const what = `${amountText(made, segment.unit)}${kg === 0 ? '' : ` with ${loadText(segment.load)}`}`;
  const { first: begun } = history;
  if (begun && begun.kg > 0 && kg >= 2 * begun.kg && known.kg < 2 * begun.kg) {
    return `${what}: twice the ${numberText(begun.kg)} kg of the first time.`;
  }
  return kg > known.kg ? `${what}: the heaviest so far.` : `${what}: more than ever${kg === 0 ? '' : ' with that'}.`;
}

function goneFault({ lane, item, client, movement }: LaneSituation, set: SetState): string | null {
  const sets = lane.sets.filter((each) => each.itemId === item.itemId && each.endedAt !== null);
  if (isClean(set, movement) !== true) return null;
  for (const { faultId, name, views } of movement.faults) {
    const rate = client.faultRates[faultId];
    if (!rate || rate.shown < SHOWN_LEAST || rate.shown < SHOWN_SHARE * rate.looked) continue;
    const seen = sets.filter(({ seenFrom }) => seenFrom.some((view) => views.includes(view)));
    // Said with the set that makes it so many, and not again.
    if (seen.length !== GONE_SETS || seen.at(-1)?.setId !== set.setId) continue;
    if (sets.some(({ faults }) => faults.some((fault) => fault.faultId === faultId))) continue;
    return `No “${lowerFirst(name)}” today: it showed in ${rate.shown} of ${rate.looked} sets before.`;
  }
  return null;
}

function first({ item, client, movement }: LaneSituation, set: SetState): string | null {
  const segment = lastJudged(set);
  if (client.history[item.movementId] || set.ordinal !== 1 || segment.part || segment.movementId !== item.movementId) return null;
  const made = amountPerSide(set, movement.document);
  if (made < askedAmount(set) || isClean(set, movement) !== true) return null;
  return `The first ${lowerFirst(movement.document.name)} ever, and clean.`;
}
