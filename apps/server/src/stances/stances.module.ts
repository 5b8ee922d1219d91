import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientsModule } from '../clients/clients.module.ts';
import { LibraryModule } from '../library/library.module.ts';
import { StanceChoiceEntity } from './stance.entities.ts';
import { StancesController } from './stances.controller.ts';
import { Stances } from './stances.ts';

@Module({
  imports: [TypeOrmModule.forFeature([StanceChoiceEntity]), ClientsModule, LibraryModule],
  controllers: [StancesController],
  providers: [Stances],
  exports: [Stances],
})
export class StancesModule {}
