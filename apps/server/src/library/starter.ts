import { createHash } from 'node:crypto';
import { Injectable, Logger, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { StarterNewsEntry } from '@waxwing/core/api';
import { starterUpdate, type LibraryContent } from '@waxwing/core/movement';
import type { LibraryChange, PackFile } from '@waxwing/core/shapes';
import { In, Not, type EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { putRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { MovementEntity, MovementRevisionEntity, StarterNewsEntity, StarterReleaseEntity } from './library.entities.ts';
import { Library, type ImportReport } from './library.ts';
import { libraryFiles } from './libraryFiles.ts';
import { readPackInThread } from './readPackInThread.ts';
import { STARTER, Words } from './words.ts';
import { unfit } from './unfit.ts';

/** Each time somebody saved between: what is left waits for the next start. */
const TRIES = 3;

/** Of a studio that began with a library of its own, and goes on with that. */
const NONE = 'none';

/** Which release it is, by what its files say. */
function releaseOf(files: readonly PackFile[]): string {
  const hash = createHash('sha256');
  for (const { name, text } of files) hash.update(`${name}\0${text}\0`);
  return hash.digest('hex');
}

/** The library that comes with Waxwing, to studios that took it: what a later one brings. */
@Injectable()
export class Starter {
  private readonly log = new Logger('Starter');

  constructor(
    @InjectRepository(StudioEntity) private readonly studios: Reads<StudioEntity>,
    @InjectRepository(MovementRevisionEntity) private readonly revisions: Reads<MovementRevisionEntity>,
    @InjectRepository(StarterReleaseEntity) private readonly releases: Reads<StarterReleaseEntity>,
    @InjectRepository(StarterNewsEntity) private readonly news: Reads<StarterNewsEntity>,
    private readonly library: Library,
    private readonly words: Words,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** Gives a new studio its library. */
  async takeIn(studioId: string, author: string, files: readonly PackFile[] = libraryFiles()): Promise<ImportReport> {
    const report = await this.library.importPack(studioId, author, files);
    const { vocabulary, revisions } = await this.library.current(studioId);
    await this.transactions.run((manager) =>
      this.keep(manager, studioId, releaseOf(files), { vocabulary, movements: revisions.map(({ document }) => document) }),
    );
    return report;
  }

  /**
   * Brings each studio that took an earlier release what this one says: at once where the studio has changed nothing, as news where it has.
   * Does nothing the second time.
   */
  async update(files: readonly PackFile[] = libraryFiles()): Promise<void> {
    const release = releaseOf(files);
    const behind = (await this.studios.find()).filter(({ starterRelease }) => ![release, NONE].includes(starterRelease!));
    if (behind.length === 0) return;
    const read = await readPackInThread(files, { vocabulary: {}, movements: [] });
    if (!read.ok) {
      const [first] = read.packProblems;
      this.log.error(`the starter library has ${read.packProblems.length} problems, the first in ${first?.file}:${first?.line}`);
      return;
    }
    for (const { id } of behind) {
      let isBrought = false;
      for (let tries = 0; tries < TRIES && !isBrought; tries += 1) isBrought = await this.bring(id, release, read.value);
    }
  }

  /** False when the library was changed meanwhile. */
  private async bring(studioId: string, release: string, now: LibraryContent): Promise<boolean> {
    const { version, vocabulary, revisions } = await this.library.current(studioId);
    if (revisions.length === 0) return true;
    const base = await this.takenBy(studioId);
    if (!base) {
      await this.transactions.run((manager) => manager.update(StudioEntity, studioId, { starterRelease: NONE }));
      return true;
    }
    const documents = revisions.map(({ document }) => document);
    const update = starterUpdate(base, now, { vocabulary, movements: documents });
    const held = unfit(update.movements, update.vocabulary, revisions);
    const fit = update.movements.filter(({ id }) => !held.has(id));
    const waiting = update.movements.flatMap((document) => {
      const was = base.movements.find(({ id }) => id === document.id);
      return was && held.has(document.id) ? [{ base: was, document }] : [];
    });
    const rows = [...update.news, ...waiting].map((each) => ({ studioId, movementId: each.document.id, ...each }));
    const earlier = await this.news.findBy({ studioId });
    const isWritten = await this.library.write(
      { studioId, trainerId: STARTER },
      version,
      fit,
      update.vocabulary,
      async (manager) => {
        // What still waits was made from what it was made from.
        const baseOf = new Map(earlier.map((each) => [each.movementId, each.base]));
        await putRows(
          manager,
          StarterNewsEntity,
          rows.map((row) => ({ ...row, base: baseOf.get(row.movementId) ?? row.base })),
        );
        // Its revisions stay, for the sessions that were done with them.
        for (const id of update.gone) await manager.delete(MovementEntity, { studioId, id });
        await this.keep(manager, studioId, release, now);
      },
    );
    if (!isWritten) return false;
    this.log.log(`a newer starter library: ${fit.length} movements taken over, ${rows.length} to look at`);
    return true;
  }

  /** What the starter said when a studio took it. Before that was written down, the first thing that was said of each. */
  private async takenBy(studioId: string): Promise<LibraryContent | null> {
    const { starterRelease } = await this.studios.findOneByOrFail({ id: studioId });
    const known = starterRelease === null ? null : await this.releases.findOneBy({ id: starterRelease });
    if (known) return known.content;
    const first = await this.revisions.findBy({ studioId, number: 1 });
    const movements = first.map(({ document }) => document).filter(({ id }) => id.startsWith('waxwing:'));
    return movements.length === 0 ? null : { vocabulary: await this.words.first(studioId), movements };
  }

  /** Writes down what a studio took. What none took any more is forgotten. */
  private async keep(manager: EntityManager, studioId: string, id: string, content: LibraryContent): Promise<void> {
    const takenAt = this.clock.now().toISOString();
    await putRows(manager, StarterReleaseEntity, [{ id, content, takenAt }]);
    await manager.update(StudioEntity, studioId, { starterRelease: id });
    const inUse = (await manager.find(StudioEntity)).flatMap(({ starterRelease }) => starterRelease ?? []);
    await manager.delete(StarterReleaseEntity, { id: Not(In(inUse)) });
  }

  /** What waits to be looked at, by name. */
  async waiting(studioId: string): Promise<StarterNewsEntry[]> {
    const found = await this.news.findBy({ studioId });
    return found
      .map(({ movementId, base, document }) => ({ movementId, base, document }))
      .sort((a, b) => a.document.name.localeCompare(b.document.name, 'en'));
  }

  /** What is made of it is saved; without that, the studio’s own stays. It waits no longer. */
  async answer(actor: SignedIn, movementId: string, change: LibraryChange | undefined): Promise<void> {
    const { studioId } = actor;
    if (!(await this.news.findOneBy({ studioId, movementId }))) throw new NotFoundException({ message: 'Nothing waits of it' });
    if (change) await this.library.saveChange(actor, change);
    await this.transactions.run((manager) => manager.delete(StarterNewsEntity, { studioId, movementId }));
  }
}
