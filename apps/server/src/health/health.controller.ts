import { createHash, timingSafeEqual } from 'node:crypto';
import { Controller, Get, Header, Req, Res, UnauthorizedException } from '@nestjs/common';
import type { HealthAnswer } from '@waxwing/core/api';
import type { Request, Response } from 'express';
import { Public } from '../accounts/actor.ts';
import { Habits } from '../http/habits.ts';
import { Health } from './health.ts';

@Controller('api')
export class HealthController {
  constructor(
    private readonly health: Health,
    private readonly habits: Habits,
  ) {}

  /** 503 when what is sent would not be stored. */
  @Public()
  @Get('health')
  async of(@Res({ passthrough: true }) response: Response): Promise<HealthAnswer> {
    const answer = await this.health.answer();
    if (!answer.ok) response.status(503);
    return answer;
  }

  /** Needs `Authorization: Bearer` and the token that the server was started with. */
  @Public()
  @Get('metrics')
  @Header('Content-Type', 'text/plain; version=0.0.4')
  metrics(@Req() request: Request): string {
    const { metricsToken } = this.habits;
    if (!metricsToken || !isSame(request.get('authorization') ?? '', `Bearer ${metricsToken}`))
      throw new UnauthorizedException({ message: 'Bring the metrics token' });
    return this.health.metrics();
  }
}

function isSame(given: string, wanted: string): boolean {
  const hash = (text: string) => createHash('sha256').update(text).digest();
  return timingSafeEqual(hash(given), hash(wanted));
}
