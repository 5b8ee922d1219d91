import { randomInt } from 'node:crypto';
import { ConflictException, ForbiddenException, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import type { FirstOwner as FirstOwnerForm } from '@waxwing/core/shapes';
import { Starter } from '../library/starter.ts';
import { StudioSetup } from './studioSetup.ts';

/** Without what is mistaken for something else when it is read off a screen. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const LETTERS_IN_CODE = 10;
const WRONG_TRIES = 10;

/**
 * Opens a new studio from the browser. Whoever can read what the server printed is its owner: a code that holds once, for an empty
 * database, until ten wrong tries.
 */
@Injectable()
export class FirstOwner implements OnApplicationBootstrap {
  private codeInForce: string | null = null;
  private wrong = 0;

  constructor(
    private readonly setup: StudioSetup,
    private readonly starter: Starter,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    if (await this.setup.isEmpty()) {
      this.codeInForce = Array.from({ length: LETTERS_IN_CODE }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    }
  }

  /** For who started the server; `null` when there is a studio already. */
  get code(): string | null {
    return this.codeInForce;
  }

  async isNeeded(): Promise<boolean> {
    return this.codeInForce !== null && (await this.setup.isEmpty());
  }

  async open(form: FirstOwnerForm): Promise<void> {
    if (!(await this.isNeeded())) throw new ConflictException({ message: 'This studio has an owner already' });
    if (form.code.toUpperCase().replace(/[\s-]/g, '') !== this.codeInForce) {
      this.wrong += 1;
      if (this.wrong >= WRONG_TRIES) this.codeInForce = null;
      const message = this.codeInForce
        ? 'is not the code that the server printed'
        : 'was wrong too often: start the server again for a new one';
      throw new ForbiddenException({ message: 'Not opened', problems: [{ path: 'code', message }] });
    }
    const code = this.codeInForce;
    // Two who have it at once don't both open one.
    this.codeInForce = null;
    try {
      const { studioName, zone, name, login, password } = form;
      const { studioId, trainerId } = await this.setup.studioWithOwner(studioName, zone, { name, login, password });
      await this.starter.takeIn(studioId, trainerId);
    } catch (error) {
      if (await this.setup.isEmpty()) this.codeInForce = code;
      throw error;
    }
  }
}
