import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { LibraryModule } from '../library/library.module.ts';
import {
  ClientAssignmentEntity,
  ClientEntity,
  ClientMeasurementEntity,
  ClientPictureEntity,
  ClientTombstoneEntity,
} from './client.entities.ts';
import { ClientsController } from './clients.controller.ts';
import { Clients } from './clients.ts';
import { Measurements } from './measurements.ts';
import { Pictures } from './pictures.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      ClientEntity,
      ClientAssignmentEntity,
      ClientTombstoneEntity,
      ClientMeasurementEntity,
      ClientPictureEntity,
      TrainerEntity,
    ]),
    LibraryModule,
  ],
  controllers: [ClientsController],
  providers: [Clients, Measurements, Pictures],
  exports: [Clients, Measurements],
})
export class ClientsModule {}
