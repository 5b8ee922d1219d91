import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { LibraryController } from './library.controller.ts';
import { MovementEntity, MovementRevisionEntity, VocabularyRevisionEntity } from './library.entities.ts';
import { Library } from './library.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([MovementEntity, MovementRevisionEntity, VocabularyRevisionEntity, StudioEntity, TrainerEntity]),
  ],
  controllers: [LibraryController],
  providers: [Library],
  exports: [Library],
})
export class LibraryModule {}
