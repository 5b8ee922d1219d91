import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientsModule } from '../clients/clients.module.ts';
import { MovementEntity } from '../library/library.entities.ts';
import { SessionsModule } from '../sessions/sessions.module.ts';
import { BookingClientEntity, BookingEntity } from './booking.entities.ts';
import { TodayController } from './today.controller.ts';
import { Today } from './today.ts';

@Module({
  imports: [TypeOrmModule.forFeature([BookingEntity, BookingClientEntity, MovementEntity]), ClientsModule, SessionsModule],
  controllers: [TodayController],
  providers: [Today],
})
export class BookingsModule {}
