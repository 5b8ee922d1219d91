import { IsBoolean, IsInt, Matches, Max, Min } from 'class-validator';
import { IsId } from '../checks/id.ts';
import { Maybe, One } from '../checks/parts.ts';
import { Plan } from './plan.ts';

/** A plan as it is kept: for a visit, or as a template. */
export class PlanForm {
  @One(() => Plan) plan!: Plan;
  /** The version that this was made from; 0 for a new plan. */
  @IsInt() @Min(0) @Max(Number.MAX_SAFE_INTEGER) version!: number;
  @Maybe() @IsId() bookingId?: string;
  @Maybe() @IsBoolean() isTemplate?: boolean;
}

const ID = '[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}';

/** Query strings are text: ids with a comma between them, one to six. */
export class LastPlanQuery {
  @Matches(new RegExp(`^${ID}(,${ID}){0,5}$`)) clientIds!: string;
}
