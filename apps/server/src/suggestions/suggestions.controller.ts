import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import type { Suggestion } from '@waxwing/core/api';
import { NewSuggestion, SuggestionReply } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Suggestions } from './suggestions.ts';

@Controller('api/suggestions')
export class SuggestionsController {
  constructor(private readonly suggestions: Suggestions) {}

  @Get()
  list(@Actor() actor: SignedIn): Promise<Suggestion[]> {
    return this.suggestions.list(actor);
  }

  @Post()
  @ShapeBody(NewSuggestion)
  suggest(@Actor() actor: SignedIn, @Body() suggestion: NewSuggestion): Promise<{ suggestionId: string }> {
    return this.suggestions.suggest(actor, suggestion);
  }

  @Post(':suggestionId/answer')
  @HttpCode(204)
  @ShapeBody(SuggestionReply)
  answer(
    @Actor() actor: SignedIn,
    @Param('suggestionId', IdPipe) suggestionId: string,
    @Body() reply: SuggestionReply,
  ): Promise<void> {
    return this.suggestions.answer(actor, suggestionId, reply);
  }

  @Delete(':suggestionId')
  @HttpCode(204)
  remove(@Actor() actor: SignedIn, @Param('suggestionId', IdPipe) suggestionId: string): Promise<void> {
    return this.suggestions.remove(actor, suggestionId);
  }
}
