import { createHash, randomBytes } from 'node:crypto';
import { HttpException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import type { Me, SignedInDevice } from '@waxwing/core/api';
import bowser from 'bowser';
import { LessThan, MoreThan } from 'typeorm';
import { v4 as uuid } from 'uuid';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { StudioEntity } from './studio.entity.ts';
import { SignInEntity, TrainerEntity } from './account.entities.ts';
import { signedInAs, type SignedIn } from './actor.ts';
import { TOO_MANY_TRIES, TRIES_FOR_MS, WRONG_TRIES_OF_NAME, WRONG_TRIES_OF_NAME_ANYWHERE } from './signInLimit.ts';
import { Tries } from './tries.ts';

const DAYS_VALID = 30;
const HOUR_MS = 3_600_000;

export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** argon2id with the package's parameters (19 MiB, 2 passes), as OWASP's password storage sheet has them. */
export function hashPassword(password: string): Promise<string> {
  return hash(password);
}

/** Verified against when nobody has the login, so that the answer takes as long as for a wrong password. */
const NOBODY = hashPassword(randomBytes(16).toString('hex'));

/** Where a try to sign in came from. */
export interface Source {
  readonly address: string;
  readonly userAgent: string;
}

/** "Chrome on Android": what tells somebody's tablet from their laptop. */
export function deviceName(userAgent: string): string {
  if (!userAgent) return 'Unknown device';
  const { browser, os } = bowser.parse(userAgent);
  return [browser.name, os.name].filter(Boolean).join(' on ').slice(0, 60) || 'Unknown device';
}

/** Signing in and out. Sessions of a sign-in live on the server; the browser holds an opaque token. */
@Injectable()
export class SignIns {
  private readonly triesOfName = new Tries(WRONG_TRIES_OF_NAME, TRIES_FOR_MS);
  private readonly seenNoted = new Tries(1, HOUR_MS);
  private readonly triesAnywhere = new Tries(WRONG_TRIES_OF_NAME_ANYWHERE, TRIES_FOR_MS);

  constructor(
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    @InjectRepository(SignInEntity) private readonly signIns: Reads<SignInEntity>,
    @InjectRepository(StudioEntity) private readonly studios: Reads<StudioEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** The token for the cookie, or `null` when login and password don't belong together. */
  async signIn(login: string, password: string, source: Source): Promise<{ token: string; expiresAt: Date; me: Me } | null> {
    const name = login.trim().toLowerCase();
    const now = this.clock.now();
    const here = `${source.address}|${name}`;
    const isLeft = this.triesOfName.take(here, now) && this.triesAnywhere.take(name, now);
    if (!isLeft) throw new HttpException({ message: TOO_MANY_TRIES }, 429);
    const trainer = await this.trainers.findOneBy({ login: name });
    const matches = await verify(trainer?.passwordHash ?? (await NOBODY), password);
    if (!trainer || trainer.leftAt || !matches) return null;
    this.triesOfName.forget(here);
    this.triesAnywhere.giveBack(name);
    const token = randomBytes(32).toString('base64url');
    const expiresAt = new Date(now.getTime() + DAYS_VALID * 24 * HOUR_MS);
    await this.transactions.run(async (manager) => {
      await manager.delete(SignInEntity, { expiresAt: LessThan(now.toISOString()) });
      await manager.insert(SignInEntity, {
        tokenHash: hashToken(token),
        studioId: trainer.studioId,
        trainerId: trainer.id,
        createdAt: now.toISOString(),
        expiresAt: expiresAt.toISOString(),
        id: uuid(),
        device: deviceName(source.userAgent),
        lastSeenAt: now.toISOString(),
      });
    });
    return { token, expiresAt, me: await this.me(signedInAs(trainer)) };
  }

  async signOut(token: string): Promise<void> {
    await this.transactions.run((manager) => manager.delete(SignInEntity, { tokenHash: hashToken(token) }));
  }

  async actorOf(token: string): Promise<SignedIn | null> {
    const now = this.clock.now();
    const signIn = await this.signIns.findOneBy({ tokenHash: hashToken(token), expiresAt: MoreThan(now.toISOString()) });
    const trainer = signIn && (await this.trainers.findOneBy({ id: signIn.trainerId }));
    if (!signIn || !trainer || trainer.leftAt) return null;
    this.noteSeen(signIn, now);
    return signedInAs(trainer);
  }

  async me(actor: SignedIn): Promise<Me> {
    const trainer = await this.trainers.findOneByOrFail({ id: actor.trainerId });
    const studio = await this.studios.findOneByOrFail({ id: actor.studioId });
    return { ...signedInAs(trainer), name: trainer.name, studioName: studio.name };
  }

  /** Where this trainer is signed in; for the owner, where anybody is. Last seen first. */
  async devices(actor: SignedIn, token: string): Promise<SignedInDevice[]> {
    const whose =
      actor.role === 'owner' ? { studioId: actor.studioId } : { studioId: actor.studioId, trainerId: actor.trainerId };
    const found = await this.signIns.findBy({ ...whose, expiresAt: MoreThan(this.clock.now().toISOString()) });
    const trainers = await this.trainers.findBy({ studioId: actor.studioId });
    const nameOf = new Map(trainers.map(({ id, name }) => [id, name]));
    return found
      .map(({ id, trainerId, device, createdAt, lastSeenAt, tokenHash }) => ({
        deviceId: id,
        trainerId,
        trainerName: nameOf.get(trainerId) ?? '',
        device: device || 'Unknown device',
        signedInAt: createdAt,
        lastSeenAt: lastSeenAt ?? createdAt,
        isThis: tokenHash === hashToken(token),
      }))
      .sort((a, b) => (a.lastSeenAt < b.lastSeenAt ? 1 : -1));
  }

  /** Ends a sign-in somewhere else: a tablet that was lost. */
  async signOutDevice(actor: SignedIn, deviceId: string): Promise<void> {
    const whose =
      actor.role === 'owner' ? { studioId: actor.studioId } : { studioId: actor.studioId, trainerId: actor.trainerId };
    const known = await this.signIns.findOneBy({ ...whose, id: deviceId });
    if (!known) throw new NotFoundException({ message: 'No such device' });
    await this.transactions.run((manager) => manager.delete(SignInEntity, { tokenHash: known.tokenHash }));
  }

  /** To the hour, and without holding anybody up: it is only looked at by who misses a tablet. */
  private noteSeen({ tokenHash, lastSeenAt }: SignInEntity, now: Date): void {
    // Once an hour also when it can't be stored: what is asked for must not wait behind this.
    if (lastSeenAt && now.getTime() - Date.parse(lastSeenAt) < HOUR_MS) return;
    if (!this.seenNoted.take(tokenHash, now)) return;
    this.transactions
      .run((manager) => manager.update(SignInEntity, { tokenHash }, { lastSeenAt: now.toISOString() }))
      .catch(() => undefined);
  }
}
