import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientAssignmentEntity, ClientEntity } from './client.entities.ts';
import { ClientsController } from './clients.controller.ts';
import { Clients } from './clients.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ClientEntity, ClientAssignmentEntity])],
  controllers: [ClientsController],
  providers: [Clients],
  exports: [Clients],
})
export class ClientsModule {}
