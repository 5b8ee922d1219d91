import { Controller, Get } from '@nestjs/common';
import type { CueTrialsAnswer } from '@waxwing/core/api';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { History } from './history.ts';

/** How each cue did over all of the studio's clients. Names nobody. */
@Controller('api/library/cue-trials')
export class CueTrialsController {
  constructor(private readonly history: History) {}

  @Get()
  trials(@Actor() actor: SignedIn): Promise<CueTrialsAnswer> {
    return this.history.cueTrials(actor.studioId);
  }
}
