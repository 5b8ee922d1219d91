import type { Plan, PlanContext, PlanEdit, PlanItem } from '@waxwing/core/planning';
import type { IndexedLibrary } from '../../shared/queries.ts';

/** A place of a plan that is being changed, for one lane or for all. */
export interface ItemEditing {
  readonly plan: Plan;
  readonly item: PlanItem;
  /** `null`: what holds for all. */
  readonly laneId: string | null;
  readonly context: PlanContext;
  readonly library: IndexedLibrary;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}
