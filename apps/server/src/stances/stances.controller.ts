import { Body, Controller, Get, HttpCode, Param, Put } from '@nestjs/common';
import type { StancesAnswer } from '@waxwing/core/api';
import { StanceChoice } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Stances } from './stances.ts';

@Controller('api')
export class StancesController {
  constructor(private readonly stances: Stances) {}

  @Get('stances')
  current(@Actor() actor: SignedIn): Promise<StancesAnswer> {
    return this.stances.of(actor);
  }

  @Put('stances/studio')
  @ShapeBody(StanceChoice)
  ofStudio(@Actor() actor: SignedIn, @Body() { positions }: StanceChoice): Promise<StancesAnswer> {
    return this.stances.hold(actor, 'studio', positions);
  }

  @Put('stances/mine')
  @ShapeBody(StanceChoice)
  ofMine(@Actor() actor: SignedIn, @Body() { positions }: StanceChoice): Promise<StancesAnswer> {
    return this.stances.hold(actor, 'mine', positions);
  }

  @Put('clients/:clientId/stances')
  @HttpCode(204)
  @ShapeBody(StanceChoice)
  ofClient(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Body() { positions }: StanceChoice,
  ): Promise<void> {
    return this.stances.holdFor(actor, clientId, positions);
  }
}
