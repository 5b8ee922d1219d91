import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { LibraryModule } from '../library/library.module.ts';
import { ClientAssignmentEntity, ClientEntity, ClientMeasurementEntity, ClientTombstoneEntity } from './client.entities.ts';
import { ClientsController } from './clients.controller.ts';
import { Clients } from './clients.ts';
import { Measurements } from './measurements.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      ClientEntity,
      ClientAssignmentEntity,
      ClientTombstoneEntity,
      ClientMeasurementEntity,
      TrainerEntity,
    ]),
    LibraryModule,
  ],
  controllers: [ClientsController],
  providers: [Clients, Measurements],
  exports: [Clients, Measurements],
})
export class ClientsModule {}
