/** The arithmetic of an hour: a plan, its steps, what they come to, what stands in the way, what else could stand there. */
export { type BestOrder, bestOrder } from './bestOrder.ts';
export type { BookingScope, ChangedBooking, NewBooking } from './booking.ts';
export { type Clash, type Taken, clashesOf, daysOf } from './diary.ts';
export { dayAfter, isDay, mondayOf } from '../checks/calendar.ts';
export { instantOf } from '../checks/zoned.ts';
export type { PlanForm } from './planForm.ts';
export { BASIC_PATTERNS, type Coverage, coverageOf, missedPatterns, musclesOfSets } from './coverage.ts';
export { floorUse } from './floorUse.ts';
export { type DoneSet, type Gaps, NO_GAPS, learnedGaps, medianOf } from './habits.ts';
export { type HourTimes, type TimeKind, TIME_OF, hourTimes } from './hour.ts';
export { intervalTime, roundsThatFit, totalReps } from './intervals.ts';
export { joinedOf } from './joined.ts';
export { type LaneEntry, laneEntry, setsOfEntry } from './laneEntry.ts';
export { formatOf, formatText, newBlock, newItem, newPlan, planOfMovements } from './newPlan.ts';
export { canBeOrdered, flowOf, orderProblem, orderedBy } from './orderBlock.ts';
export { type OrderProblem, orderCost } from './orderProblem.ts';
export { type OrderReasons, orderReasons } from './orderReasons.ts';
export type { Amount, Asked, Format, Levels, OwnPart, Plan, PlanBlock, PlanItem, PlanLane, Stretch, Way } from './plan.ts';
export type { Familiarity, Hindrance, LaneContext, MeasuredPace, PlanContext } from './planContext.ts';
export {
  type PlanEdit,
  addBlock,
  addItem,
  addLane,
  blockOfItem,
  copyOfPlan,
  itemIn,
  moveBlock,
  moveItem,
  moveItemBy,
  removeBlock,
  removeItem,
  removeLane,
  swapMovement,
  withAsked,
  withBlock,
  withFormat,
  withItem,
  withOwn,
  withPlanFields,
} from './planEdit.ts';
export { type PlanHistory, historyOf, redone, undone, withDone } from './planHistory.ts';
export type { Mend, PlanProblem } from './planProblem.ts';
export { planProblems } from './planProblems.ts';
export {
  BLOCK_TIMES_MOST,
  type FormatKind,
  FORMATS,
  type Hands,
  HANDS,
  type Part,
  PARTS,
  PLAN_BLOCKS_MOST,
  PLAN_ITEMS_MOST,
  PLAN_LANES_MOST,
  PLAN_MINUTES_MOST,
  ROUNDS_MOST,
  SECONDS_LEAST,
  SECONDS_MOST,
  SETS_MOST,
  type SideOrder,
  SIDE_ORDERS,
  STRETCHES,
  type StretchKind,
} from './planTerms.ts';
export { type Proposed, coolDownFor, warmUpFor } from './prepare.ts';
export { type Refit, type Refitted, refit } from './refit.ts';
export { type RepeatChange, lastForThese, repeatPlan } from './repeatPlan.ts';
export { HANDS_KEY, type SharedUse, type UseSpan, sharedUse } from './sharedUse.ts';
export { type PlannedMovement, startOf } from './startOf.ts';
export { stretchBlock } from './stretchBlock.ts';
export { type Swap, hindrancesOf, isClosing, isOpenToAll, swapsFor } from './swaps.ts';
export { seededRandom } from './seededRandom.ts';
export { type SharedThing, thingsFor } from './things.ts';
export { type Step, type StepKind } from './step.ts';
export { type Unrolled, unroll } from './unroll.ts';
export { allSetsSeconds, mostOf } from './workTime.ts';
