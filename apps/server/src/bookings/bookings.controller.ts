import { Body, Controller, Delete, Get, Param, Post, Put, Query } from '@nestjs/common';
import type { DiaryAnswer, Visit } from '@waxwing/core/api';
import { BookingScopeQuery, ChangedBooking, DaysQuery, NewBooking } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Diary } from './diary.ts';

@Controller('api/bookings')
export class BookingsController {
  constructor(private readonly diary: Diary) {}

  @Get()
  of(@Actor() actor: SignedIn, @Query() { from, to }: DaysQuery): Promise<DiaryAnswer> {
    return this.diary.of(actor, from, to);
  }

  @Get(':bookingId')
  one(@Actor() actor: SignedIn, @Param('bookingId', IdPipe) bookingId: string): Promise<Visit> {
    return this.diary.one(actor, bookingId);
  }

  @Post()
  @ShapeBody(NewBooking)
  book(@Actor() actor: SignedIn, @Body() form: NewBooking): Promise<Visit> {
    return this.diary.book(actor, form);
  }

  @Put(':bookingId')
  @ShapeBody(ChangedBooking)
  change(@Actor() actor: SignedIn, @Param('bookingId', IdPipe) bookingId: string, @Body() form: ChangedBooking): Promise<Visit> {
    return this.diary.change(actor, bookingId, form);
  }

  @Delete(':bookingId')
  cancel(
    @Actor() actor: SignedIn,
    @Param('bookingId', IdPipe) bookingId: string,
    @Query() { scope }: BookingScopeQuery,
  ): Promise<Visit[]> {
    return this.diary.cancel(actor, bookingId, scope ?? 'this');
  }
}
