import { createHash, randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import type { Me } from '@waxwing/core';
import { LessThan, MoreThan, Repository } from 'typeorm';
import { Clock } from '../http/clock.ts';
import { StudioEntity } from '../studio/studio.entity.ts';
import { SignInEntity, TrainerEntity } from './account.entities.ts';
import type { SignedIn } from './actor.ts';

const DAYS_VALID = 30;

export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** argon2id with the package's parameters (19 MiB, 2 passes), as OWASP's password storage sheet has them. */
export function hashPassword(password: string): Promise<string> {
  return hash(password);
}

/** Verified against when nobody has the login, so that the answer takes as long as for a wrong password. */
const NOBODY = hashPassword(randomBytes(16).toString('hex'));

/** Signing in and out. Sessions of a sign-in live on the server; the browser holds an opaque token. */
@Injectable()
export class SignIns {
  constructor(
    @InjectRepository(TrainerEntity) private readonly trainers: Repository<TrainerEntity>,
    @InjectRepository(SignInEntity) private readonly signIns: Repository<SignInEntity>,
    @InjectRepository(StudioEntity) private readonly studios: Repository<StudioEntity>,
    private readonly clock: Clock,
  ) {}

  /** The token for the cookie, or `null` when login and password don't belong together. */
  async signIn(login: string, password: string): Promise<{ token: string; expiresAt: Date; me: Me } | null> {
    const trainer = await this.trainers.findOneBy({ login: login.trim().toLowerCase() });
    const matches = await verify(trainer?.passwordHash ?? (await NOBODY), password);
    if (!trainer || trainer.leftAt || !matches) return null;
    const now = this.clock.now();
    await this.signIns.delete({ expiresAt: LessThan(now.toISOString()) });
    const token = randomBytes(32).toString('base64url');
    const expiresAt = new Date(now.getTime() + DAYS_VALID * 86_400_000);
    await this.signIns.insert({
      tokenHash: hashToken(token),
      studioId: trainer.studioId,
      trainerId: trainer.id,
      createdAt: now.toISOString(),
      expiresAt: expiresAt.toISOString(),
    });
    return { token, expiresAt, me: await this.me({ trainerId: trainer.id, studioId: trainer.studioId, role: trainer.role }) };
  }

  async signOut(token: string): Promise<void> {
    await this.signIns.delete({ tokenHash: hashToken(token) });
  }

  async actorOf(token: string): Promise<SignedIn | null> {
    const signIn = await this.signIns.findOneBy({
      tokenHash: hashToken(token),
      expiresAt: MoreThan(this.clock.now().toISOString()),
    });
    const trainer = signIn && (await this.trainers.findOneBy({ id: signIn.trainerId }));
    return trainer && !trainer.leftAt ? { trainerId: trainer.id, studioId: trainer.studioId, role: trainer.role } : null;
  }

  async me(actor: SignedIn): Promise<Me> {
    const trainer = await this.trainers.findOneByOrFail({ id: actor.trainerId });
    const studio = await this.studios.findOneByOrFail({ id: actor.studioId });
    return { trainerId: trainer.id, name: trainer.name, studioId: studio.id, studioName: studio.name, role: trainer.role };
  }
}
