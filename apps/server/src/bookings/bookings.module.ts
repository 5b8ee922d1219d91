import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientsModule } from '../clients/clients.module.ts';
import { MovementEntity } from '../library/library.entities.ts';
import { SessionsModule } from '../sessions/sessions.module.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { PlanEntity } from '../plans/plan.entities.ts';
import { SessionEntity } from '../sessions/session.entities.ts';
import { PlaceEntity } from '../studio/place.entity.ts';
import { BookingsController } from './bookings.controller.ts';
import { Calendar } from './calendar.ts';
import { CalendarController } from './calendar.controller.ts';
import { Diary } from './diary.ts';
import { BookingClientEntity, BookingEntity, CalendarFeedEntity } from './booking.entities.ts';
import { TodayController } from './today.controller.ts';
import { Today } from './today.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      BookingEntity,
      BookingClientEntity,
      CalendarFeedEntity,
      MovementEntity,
      PlaceEntity,
      PlanEntity,
      SessionEntity,
      StudioEntity,
      TrainerEntity,
    ]),
    ClientsModule,
    SessionsModule,
  ],
  controllers: [TodayController, BookingsController, CalendarController],
  providers: [Today, Diary, Calendar],
})
export class BookingsModule {}
