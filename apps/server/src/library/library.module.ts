import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { LibraryController } from './library.controller.ts';
import {
  MovementEntity,
  MovementRevisionEntity,
  StarterNewsEntity,
  StarterReleaseEntity,
  VocabularyRevisionEntity,
  WordRevisionEntity,
} from './library.entities.ts';
import { Library } from './library.ts';
import { Starter } from './starter.ts';
import { Looks } from './looks.ts';
import { WordHolders } from './wordHolders.ts';
import { Words } from './words.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      MovementEntity,
      MovementRevisionEntity,
      VocabularyRevisionEntity,
      WordRevisionEntity,
      StarterNewsEntity,
      StarterReleaseEntity,
      StudioEntity,
      TrainerEntity,
    ]),
  ],
  controllers: [LibraryController],
  providers: [Library, Looks, Starter, Words, WordHolders],
  exports: [Library, Starter, Words],
})
export class LibraryModule {}
