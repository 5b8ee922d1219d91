import { Controller, Delete, Get, Header, HttpCode, Param, Post } from '@nestjs/common';
import { Actor, Public, type SignedIn } from '../accounts/actor.ts';
import { Calendar } from './calendar.ts';

const AS_CALENDAR = ['Content-Type', 'text/calendar; charset=utf-8'] as const;

@Controller('api')
export class CalendarController {
  constructor(private readonly calendar: Calendar) {}

  @Get('calendar.ics')
  @Header(...AS_CALENDAR)
  @Header('Content-Disposition', 'attachment; filename="waxwing-visits.ics"')
  file(@Actor() actor: SignedIn): Promise<string> {
    return this.calendar.file(actor);
  }

  @Get('calendar-feed')
  async since(@Actor() actor: SignedIn): Promise<{ since: string | null }> {
    return { since: await this.calendar.since(actor) };
  }

  @Post('calendar-feed')
  async open(@Actor() actor: SignedIn): Promise<{ token: string }> {
    return { token: await this.calendar.open(actor) };
  }

  @Delete('calendar-feed')
  @HttpCode(204)
  withdraw(@Actor() actor: SignedIn): Promise<void> {
    return this.calendar.withdraw(actor);
  }

  /** For a calendar elsewhere, which signs in nowhere: the address is the secret. */
  @Public()
  @Get('feeds/:token')
  @Header(...AS_CALENDAR)
  @Header('Cache-Control', 'no-store')
  feed(@Param('token') token: string): Promise<string> {
    return this.calendar.feed(token.replace(/\.ics$/, ''));
  }
}
