import { Body, Controller, Delete, Get, HttpCode, Param, Put, Query } from '@nestjs/common';
import type { KeptPlan, LastPlanAnswer } from '@waxwing/core/api';
import { LastPlanQuery, PlanForm } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Plans } from './plans.ts';

@Controller('api/plans')
export class PlansController {
  constructor(private readonly plans: Plans) {}

  @Get('templates')
  templates(@Actor() actor: SignedIn): Promise<KeptPlan[]> {
    return this.plans.templates(actor);
  }

  /** In an object: an answer that is nothing at all has no body. */
  @Get('last')
  async last(@Actor() actor: SignedIn, @Query() { clientIds }: LastPlanQuery): Promise<{ last: LastPlanAnswer }> {
    return { last: await this.plans.last(actor, clientIds.split(',')) };
  }

  @Get(':planId')
  one(@Actor() actor: SignedIn, @Param('planId', IdPipe) planId: string): Promise<KeptPlan> {
    return this.plans.one(actor, planId);
  }

  @Put(':planId')
  @ShapeBody(PlanForm)
  keep(@Actor() actor: SignedIn, @Param('planId', IdPipe) planId: string, @Body() form: PlanForm): Promise<KeptPlan> {
    return this.plans.keep(actor, planId, form);
  }

  @Delete(':planId')
  @HttpCode(204)
  remove(@Actor() actor: SignedIn, @Param('planId', IdPipe) planId: string): Promise<void> {
    return this.plans.remove(actor, planId);
  }
}
