import type { Dose } from '../movement/dose.ts';
import type { Load } from '../movement/load.ts';
import { isSameLoad, loadKg, loadText } from '../movement/loadText.ts';
import { lowerFirst } from '../movement/text.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { readAnswer, type AnswerHabits } from './answerMeaning.ts';
import { answerOf, reserveOf, type Effort } from './effort.ts';
import { heaviestUpTo, loadFormsOf, stepsFrom, type Makeable } from './makeable.ts';
import type { DecisionKind, MovementOutcome } from './nextSession.ts';
import { ALONE_REPS, BRIDGE_LEAST, BRIDGE_REPS, estimateFrom, isLyingPress, raise, rangeOf, stepOf, strongest } from './raise.ts';
import { BODYWEIGHT, startingTarget } from './startingLoad.ts';
import { repsAt, wholeReps, type StrengthEstimate } from './strength.ts';

/** What somebody did with a movement when they last did it. */
export interface LastLoad {
  readonly localDate?: string;
  readonly load: Load;
  readonly target: number;
  readonly done: number;
  readonly effort: Effort | null;
  readonly reserve?: number;
  /** Recent sessions, newest first, with their loads. */
  readonly outcomes?: readonly MovementOutcome[];
  readonly loads?: readonly Load[];
}

export interface DecidedLoad {
  readonly kind: DecisionKind;
  readonly localDate?: string;
  readonly text?: string;
  readonly load?: Load;
  readonly target?: number;
}

export interface LoadQuestion {
  readonly document: Pick<MovementDocument, 'kit' | 'dose' | 'pattern' | 'position' | 'tempo'>;
  /** The loads of the room for this movement, lightest first; empty when nobody described the room. */
  readonly rack: readonly Makeable[];
  /** `null` before the first time. */
  readonly last: LastLoad | null;
  /** What was decided for next time, with the numbers where they were written down. One that is older than the last time counts no more. */
  readonly due: DecidedLoad | null;
  readonly targetReserve: number;
  readonly isAlone: boolean;
  /** What their answers have meant so far; absent where nobody knows. */
  readonly answers?: AnswerHabits;
}

export interface LoadAdvice {
  readonly load: Load;
  /** What to pick up or set. */
  readonly how: string;
  readonly target: number;
  readonly reasons: readonly string[];
}

/** The best that recent sessions showed of a movement; `null` where nothing can be reckoned. */
export function recentStrength(
  dose: Dose,
  { outcomes = [], loads = [] }: Pick<LastLoad, 'outcomes' | 'loads'>,
  answers?: AnswerHabits,
): StrengthEstimate | null {
  return outcomes.reduce<StrengthEstimate | null>((best, outcome, i) => {
    const load = loads[i];
    const answer = answerOf(outcome);
    return load && answer
      ? strongest(best, estimateFrom(dose, load, outcome.leastDone, reserveOf(readAnswer(answer, answers))))
      : best;
  }, null);
}

/** Reps that were left last time; where nobody asked, `unasked`. */
function reserveLeft({ answers }: LoadQuestion, last: LastLoad, unasked: number): number {
  const answer = answerOf(last);
  return answer ? reserveOf(readAnswer(answer, answers)) : unasked;
}

interface Wanted {
  readonly load: Load;
  readonly target: number;
  readonly reasons: readonly string[];
}

function wantedFor(question: LoadQuestion, last: LastLoad): Wanted {
  const { document, rack, due, targetReserve, isAlone } = question;
  const { dose } = document;
  const { low, high } = rangeOf(dose);
  // Who fell short with nothing left is asked for what they made, not for what they didn't.
  const fellShort = last.effort === 'nothing-left' && last.done < last.target;
  const again = fellShort ? Math.max(Math.min(low, last.target), last.done) : last.target;
  const same = (reason: string, target = again): Wanted => ({ load: last.load, target, reasons: [reason] });
  const isStale = due?.localDate !== undefined && last.localDate !== undefined && due.localDate < last.localDate;
  if (!due || isStale) return same('as last time');
  const decided = due.text ? `decided last time: ${lowerFirst(due.text)}` : 'decided last time';
  if (due.load) return { load: due.load, target: due.target ?? again, reasons: [decided] };
  const steps = stepsFrom(rack, last.load);
  if (due.kind === 'step-down' && steps.lighter) {
    return { load: steps.lighter.load, target: last.target, reasons: [decided] };
  }
  if (due.kind !== 'raise') return same(decided, due.target);
  const next = raise({
    dose,
    load: last.load,
    done: last.done,
    reserve: reserveLeft(question, last, targetReserve),
    steps,
    targetReserve,
    isAlone: isAlone && isLyingPress(document),
    isSlowed: false,
    known: recentStrength(dose, last, question.answers),
  });
  if (next.kind === 'load') return { load: next.to.load, target: next.target, reasons: [decided, ...next.reasons] };
  if (next.kind === 'amount') return { load: last.load, target: next.target, reasons: [decided, ...next.reasons] };
  return same(next.reasons.join('; '), Math.min(high, last.target));
}

/** The nearest that this room can make, with reps to match where the estimate can tell. */
function madeHere(question: LoadQuestion, wanted: Wanted, last: LastLoad): LoadAdvice {
  const { document, rack, targetReserve, answers } = question;
  const there = rack.find(({ load }) => isSameLoad(load, wanted.load));
  if (there) return { ...wanted, how: there.how };
  const kg = loadKg(wanted.load);
  const near = (kg === null ? null : heaviestUpTo(rack, kg)) ?? rack[0]!;
  if (near.kg !== null && kg !== null && Math.abs(near.kg - kg) < 1e-6) return { ...wanted, load: near.load, how: near.how };
  const { low, high } = rangeOf(document.dose);
  const estimate = strongest(
    estimateFrom(document.dose, last.load, last.done, reserveLeft(question, last, targetReserve)),
    recentStrength(document.dose, last, answers),
  );
  const missing = kg === 0 ? `nothing was written down for ${near.how}` : `no ${loadText(wanted.load)} here`;
  if (!estimate || near.kg === null) {
    return { load: near.load, how: near.how, target: low, reasons: [...wanted.reasons, `${missing}: begin low and look`] };
  }
  const predicted = wholeReps(repsAt(estimate, near.kg) - targetReserve);
  const says = `${missing}: ${near.how} predicts ${Math.max(0, predicted)} with ${targetReserve} in reserve`;
  if (predicted < BRIDGE_LEAST) {
    return {
      load: near.load,
      how: near.how,
      target: Math.max(1, predicted),
      reasons: [`${says}; too heavy to plan with, choose another movement`],
    };
  }
  return {
    load: near.load,
    how: near.how,
    target: Math.max(1, Math.min(high + BRIDGE_REPS, predicted)),
    reasons: [...wanted.reasons, says],
  };
}

/** Down to what may be pressed lying with nobody by, saying so. */
function cappedAlone(question: LoadQuestion, advice: LoadAdvice, last: LastLoad | null): LoadAdvice {
  const { document, rack, isAlone } = question;
  if (!isAlone || !isLyingPress(document) || rack.length === 0) return advice;
  const estimate = last && estimateFrom(document.dose, last.load, last.done, reserveLeft(question, last, 0));
  const may = rack.findLast(({ kg }) => kg !== null && estimate && repsAt(estimate, kg) + 1e-9 >= ALONE_REPS) ?? rack[0]!;
  const kg = loadKg(advice.load);
  if (kg !== null && may.kg !== null && kg <= may.kg + 1e-6) return advice;
  return {
    load: may.load,
    how: may.how,
    target: Math.max(advice.target, rangeOf(document.dose).high),
    reasons: [`alone on the back without a spotter: only what could be done ${ALONE_REPS} times`, ...advice.reasons],
  };
}

/** The load to take for a client, a movement and its dose, out of what this room has, with the reason. */
export function adviseLoad(question: LoadQuestion): LoadAdvice {
  const { document, rack, last, due } = question;
  if (rack.length === 0) {
    const load = due?.load ?? last?.load ?? BODYWEIGHT;
    const isLoaded = loadFormsOf(document).length > 0;
    return {
      load,
      how: loadText(load),
      target: due?.target ?? last?.target ?? startingTarget(document),
      reasons: isLoaded ? ['nothing to load it with is listed for this room'] : [],
    };
  }
  if (!last) {
    const [lightest] = rack;
    const first: LoadAdvice = {
      load: lightest!.load,
      how: lightest!.how,
      target: startingTarget(document),
      reasons: ['first time: the lightest here; the first set tells the next'],
    };
    return cappedAlone(question, first, null);
  }
  const wanted = wantedFor(question, last);
  return cappedAlone(question, madeHere(question, wanted, last), last);
}

/** The step that a clean set with plenty left earns while the top isn't reached. */
export function nextTarget(target: number, document: Pick<MovementDocument, 'dose'>): number {
  const { high } = rangeOf(document.dose);
  return target >= high ? target : Math.min(high, target + stepOf(document.dose));
}
