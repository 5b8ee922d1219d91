import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientTombstoneEntity } from '../clients/client.entities.ts';
import { BackupsController } from './backups.controller.ts';
import { Backups } from './backups.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ClientTombstoneEntity])],
  controllers: [BackupsController],
  providers: [Backups],
  exports: [Backups],
})
export class BackupsModule {}
