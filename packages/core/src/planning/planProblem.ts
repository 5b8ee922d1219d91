import { lowerFirst } from '../movement/text.ts';
import type { Ladder } from '../ladder/ladder.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Plan, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { swapMovement, withOwn, type PlanEdit } from './planEdit.ts';
import { swapsFor } from './swaps.ts';
import type { Unrolled } from './unroll.ts';

export type PlanProblemKind =
  | 'gone'
  | 'caution'
  | 'kit'
  | 'not-yet'
  | 'stance'
  | 'shared'
  | 'space'
  | 'hands'
  | 'change'
  | 'emom'
  | 'sides'
  | 'grip'
  | 'wrists'
  | 'time';

/** One tap that puts it right, in words, and what it does. */
export interface Mend {
  readonly text: string;
  readonly edit: PlanEdit;
}

/** Something in a plan that won't work as it stands, at the place where it shows. */
export interface PlanProblem {
  /** The same while it is the same trouble at the same place. */
  readonly key: string;
  readonly kind: PlanProblemKind;
  /** `null` for the whole plan. */
  readonly itemId: string | null;
  readonly laneId: string | null;
  /** When in the hour it happens; `null` for always. */
  readonly atSeconds: number | null;
  readonly text: string;
  /** Looked for only when they are shown: a search through the library. */
  readonly mends: () => readonly Mend[];
}

export interface ProblemQuestion {
  readonly plan: Plan;
  readonly unrolled: Unrolled;
  readonly context: PlanContext;
  readonly ladder: Ladder;
  readonly among: readonly MovementDocument[];
}

/** A mend offers so many. */
export const MENDS_MOST = 3;

export function places({ plan }: ProblemQuestion): { readonly block: PlanBlock; readonly item: PlanItem }[] {
  return plan.blocks.flatMap((block) => block.items.map((item) => ({ block, item })));
}

function usedIn(plan: Plan): ReadonlySet<string> {
  return new Set(plan.blocks.flatMap(({ items }) => items.map(({ movementId }) => movementId)));
}

/** The nearest that could stand there instead, as mends; `most` of them. */
export function swapMends(
  question: ProblemQuestion,
  item: PlanItem,
  laneId: string | null,
  of: MovementDocument,
  most = MENDS_MOST - 1,
): Mend[] {
  const { plan, context, ladder, among } = question;
  const laneIds = laneId === null ? plan.lanes.map((lane) => lane.laneId) : [laneId];
  return swapsFor({ of, laneIds, among, ladder, context, used: usedIn(plan) }, most).map(({ document }) => ({
    text: `Swap for ${lowerFirst(document.name)}`,
    edit: swapMovement(item.itemId, laneId, document.id),
  }));
}

export function leaveOut(itemId: string, laneId: string): Mend {
  return { text: 'They sit it out', edit: withOwn(itemId, laneId, { leftOut: true }) };
}
