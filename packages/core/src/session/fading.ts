import { inLane, type ActionContext, type Drafts } from './actions.ts';
import { isSameLoad } from '../movement/loadText.ts';
import { answerOf, leftNothing } from '../loading/effort.ts';
import { amountPerSide, askedAmount, judgedSegments, lastJudged } from './amount.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isLevel } from './whoseLane.ts';
import { isPreparing } from './preparing.ts';
import type { LaneState, SessionState, SetState } from './state.ts';

/** Below this share of what was planned, twice running, it is more than an ordinary second set. */
const SHORT_SHARE = 0.8;
const SHORT_RUNNING = 2;
/** Faults in a set that was looked at, over the last of these, against all before. */
const FAULTS_OVER = 3;
const FAULTS_TIMES = 2;
/** Less than one a set is nobody's fading. */
const FAULTS_LEAST = 1;
const EMPTY_RUNNING = 3;

/** Signs that it is enough for today, as sentences; none when all is ordinary. Decided by the trainer. */
export function fadingOf(index: BriefIndex, lane: LaneState): readonly string[] {
  if (isLevel(lane)) return [];
  const sets = lane.sets.filter((set) => set.endedAt !== null && judgedSegments(set).every(({ part }) => part === undefined));
  return [runsShort(index, lane, sets), showsMore(sets), isEmpty(sets)].filter((sign) => sign !== null);
}

/** Of the movement that was done last: at the same load, against what was planned for it. */
function runsShort(index: BriefIndex, lane: LaneState, sets: readonly SetState[]): string | null {
  const last = sets.at(-1);
  const item = lane.items.find(({ itemId }) => itemId === last?.itemId);
  const movement = item && index.movement(lane.clientId, item.movementId);
  if (!last || !item || !movement || item.dose.kind !== 'reps' || isPreparing(index, item)) return null;
  const { load } = lastJudged(last);
  const alike = sets.filter((set) => set.itemId === item.itemId && isSameLoad(lastJudged(set).load, load));
  const planned = Math.max(...alike.map(askedAmount));
  const running = alike.slice(-SHORT_RUNNING);
  const made = running.map((set) => amountPerSide(set, movement.document));
  // Of one side only nothing is known.
  if (running.length < SHORT_RUNNING || made.some((amount) => amount === 0 || amount >= SHORT_SHARE * planned)) return null;
  return `${made.join(' and ')} of ${planned} reps, at the same load`;
}

function showsMore(sets: readonly SetState[]): string | null {
  const looked = sets.filter(({ looks, faults }) => looks.length > 0 || faults.length > 0);
  const [before, late] = [looked.slice(0, -FAULTS_OVER), looked.slice(-FAULTS_OVER)];
  if (before.length < FAULTS_OVER) return null;
  const mean = (some: readonly SetState[]) => some.reduce((sum, { faults }) => sum + faults.length, 0) / some.length;
  const now = mean(late);
  return now >= FAULTS_LEAST && now >= FAULTS_TIMES * mean(before) ? 'twice as many faults in the last sets as before' : null;
}

function isEmpty(sets: readonly SetState[]): string | null {
  const rated = sets.flatMap((set) => answerOf(set) ?? []).slice(-EMPTY_RUNNING);
  return rated.length === EMPTY_RUNNING && rated.every(leftNothing) ? 'none left three times running' : null;
}

const ABOUT = 'enough for today';

/** The signs about which nobody has decided yet: what was answered once isn't asked again until something else shows. */
export function fadingToShow(index: BriefIndex, { proposals }: SessionState, lane: LaneState): readonly string[] {
  const signs = fadingOf(index, lane);
  const decided = proposals.filter(({ about, clientId }) => about === ABOUT && clientId === lane.clientId);
  const before = new Set(decided.flatMap(({ reasons }) => reasons.map(kindOf)));
  return signs.filter((sign) => !before.has(kindOf(sign)));
}

/** The same sign with other numbers is the same sign. */
function kindOf(sign: string): string {
  return sign.replace(/\d+/g, '#');
}

/** Something is left out for it, or they go on; both are kept. */
export function decideFading(context: ActionContext, signs: readonly string[], taken: boolean): Drafts {
  const proposalId = context.newId();
  if (signs.length === 0) return [];
  return [
    {
      type: 'proposal-shown',
      ...inLane(context),
      payload: { proposalId, about: ABOUT, text: 'Enough for today?', reasons: [...signs] },
    },
    { type: 'proposal-decided', ...inLane(context), payload: { proposalId, taken } },
  ];
}
