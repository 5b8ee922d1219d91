import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { LibraryModule } from '../library/library.module.ts';
import { SuggestionEntity } from './suggestion.entity.ts';
import { SuggestionsController } from './suggestions.controller.ts';
import { Suggestions } from './suggestions.ts';

@Module({
  imports: [TypeOrmModule.forFeature([SuggestionEntity, TrainerEntity]), LibraryModule],
  controllers: [SuggestionsController],
  providers: [Suggestions],
})
export class SuggestionsModule {}
