import { Controller, Get, Query } from '@nestjs/common';
import type { TodayAnswer } from '@waxwing/core/api';
import { DayQuery } from '@waxwing/core/shapes';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { Today } from './today.ts';

@Controller('api/today')
export class TodayController {
  constructor(private readonly today: Today) {}

  @Get()
  of(@Actor() actor: SignedIn, @Query() query: DayQuery): Promise<TodayAnswer> {
    return this.today.of(actor, query.date);
  }
}
