import { Controller, Get, HttpCode, Post, ServiceUnavailableException } from '@nestjs/common';
import type { BackupsAnswer } from '@waxwing/core/api';
import { Actor, ownersOnly, type SignedIn } from '../accounts/actor.ts';
import { Backups } from './backups.ts';

const SEES_TO = 'sees to backups';

/** The owner's: a backup holds everybody's clients. It is never sent over the network; its files are on the server. */
@Controller('api/backups')
export class BackupsController {
  constructor(private readonly backups: Backups) {}

  @Get()
  list(@Actor() actor: SignedIn): Promise<BackupsAnswer> {
    ownersOnly(actor, SEES_TO);
    return this.backups.answer();
  }

  @Post()
  @HttpCode(200)
  async make(@Actor() actor: SignedIn): Promise<BackupsAnswer> {
    ownersOnly(actor, SEES_TO);
    await this.orSayWhy(() => this.backups.make('asked'));
    return this.backups.answer();
  }

  /** Makes a new one and deletes all earlier ones, with the deleted clients that they still hold. */
  @Post('rewrite')
  @HttpCode(200)
  async rewrite(@Actor() actor: SignedIn): Promise<BackupsAnswer> {
    ownersOnly(actor, SEES_TO);
    await this.orSayWhy(() => this.backups.rewrite());
    return this.backups.answer();
  }

  private async orSayWhy(work: () => Promise<unknown>): Promise<void> {
    try {
      await work();
    } catch {
      throw new ServiceUnavailableException({ message: `No backup was made. ${this.backups.lastFailure ?? ''}`.trim() });
    }
  }
}
