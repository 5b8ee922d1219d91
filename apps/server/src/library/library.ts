import { createHash } from 'node:crypto';
import { BadRequestException, ConflictException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { LibraryAnswer, MovementRevision, Vocabulary } from '@waxwing/core';
import {
  PROBLEMS_MOST,
  packSizeProblems,
  type PackFile,
  type PackProblem,
  type ReadPack,
  type readPack,
} from '@waxwing/core/shapes';
import { In, type EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { inThread, ThreadStopped } from '../database/inThread.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { MovementEntity, MovementRevisionEntity, VocabularyRevisionEntity } from './library.entities.ts';
import { libraryBody, type LibraryBody } from './libraryBody.ts';

export interface ImportReport {
  /** Movements that came new or changed; the same content makes no new revision. */
  readonly changed: readonly string[];
  readonly unchanged: number;
}

/** The starter library takes five seconds and 300 MB on a slow machine. */
const PACK_BOUNDS = { seconds: 90, memoryMb: 1500 };

type CurrentLibrary = LibraryAnswer & { readonly vocabularyRevisionId: string };

function contentHash(document: object): string {
  return createHash('sha256').update(JSON.stringify(document)).digest('hex');
}

function asRevision(entity: MovementRevisionEntity): MovementRevision {
  return { revisionId: entity.id, number: entity.number, document: entity.document };
}

function notTakenIn(problems: readonly PackProblem[]): BadRequestException {
  return new BadRequestException({
    message: 'The pack was not taken in: nothing has changed',
    problems: problems.slice(0, PROBLEMS_MOST).map(({ file, line, path, message }) => ({
      path: `${file}:${line}${path ? ` ${path}` : ''}`,
      message,
    })),
  });
}

/** Counted before it is parsed, and parsed where nobody waits for it. */
async function readInThread(files: readonly PackFile[], existing: ReadPack): Promise<ReturnType<typeof readPack>> {
  const tooLarge = packSizeProblems(files);
  if (tooLarge.length > 0) return { ok: false, problems: tooLarge, packProblems: tooLarge };
  try {
    return await inThread('./readPack.thread', import.meta.url, { files, existing }, PACK_BOUNDS);
  } catch (error) {
    if (!(error instanceof ThreadStopped)) throw error;
    const problems = [{ file: files[0]?.name ?? '', line: 0, path: '', message: 'takes too long to read, or too much memory' }];
    return { ok: false, problems, packProblems: problems };
  }
}

/** A studio's movements and vocabulary: identities with immutable revisions. */
@Injectable()
export class Library {
  constructor(
    @InjectRepository(MovementEntity) private readonly movements: Reads<MovementEntity>,
    @InjectRepository(MovementRevisionEntity) private readonly revisions: Reads<MovementRevisionEntity>,
    @InjectRepository(VocabularyRevisionEntity) private readonly vocabularies: Reads<VocabularyRevisionEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** What was put together last, by studio: revisions are only ever added, so that their count says whether it still holds. */
  private readonly kept = new Map<string, { readonly revisions: number; readonly library: CurrentLibrary }>();
  private readonly bodies = new WeakMap<CurrentLibrary, Promise<LibraryBody>>();

  async current(studioId: string): Promise<CurrentLibrary> {
    const revisions = (await this.revisions.countBy({ studioId })) + (await this.vocabularies.countBy({ studioId }));
    const kept = this.kept.get(studioId);
    if (kept?.revisions === revisions) return kept.library;
    const library = await this.putTogether(studioId);
    this.kept.set(studioId, { revisions, library });
    return library;
  }

  /** The library as it is sent. */
  async body(studioId: string): Promise<LibraryBody> {
    const library = await this.current(studioId);
    const { vocabulary, revisions } = library;
    const body = this.bodies.get(library) ?? libraryBody({ vocabulary, revisions });
    this.bodies.set(library, body);
    return body;
  }

  private async putTogether(studioId: string): Promise<CurrentLibrary> {
    const vocabulary = await this.currentVocabulary(studioId);
    const movements = await this.movements.findBy({ studioId });
    const revisions = await this.revisionsById(movements.map((movement) => movement.currentRevisionId));
    const families = (vocabulary?.document.families ?? []).map((family) => family.id);
    return {
      vocabulary: vocabulary?.document ?? {},
      vocabularyRevisionId: vocabulary?.id ?? '',
      revisions: [...revisions].sort(
        (a, b) =>
          families.indexOf(a.document.family) - families.indexOf(b.document.family) ||
          a.document.name.localeCompare(b.document.name),
      ),
    };
  }

  async revisionsById(ids: readonly string[]): Promise<MovementRevision[]> {
    return (await this.revisions.findBy({ id: In([...ids]) })).map(asRevision);
  }

  async vocabularyById(id: string): Promise<Vocabulary> {
    return (await this.vocabularies.findOneByOrFail({ id })).document;
  }

  private currentVocabulary(studioId: string): Promise<VocabularyRevisionEntity | null> {
    return this.vocabularies.findOne({ where: { studioId }, order: { number: 'DESC' } });
  }

  /** Reads pack files into the studio's library, all or nothing. Problems name file, line and path. */
  async importPack(studioId: string, author: string, files: readonly PackFile[]): Promise<ImportReport> {
    const existing = await this.current(studioId);
    const pack = await readInThread(files, {
      vocabulary: existing.vocabulary,
      movements: existing.revisions.map((revision) => revision.document),
    });
    if (!pack.ok) throw notTakenIn(pack.packProblems);
    return this.transactions.run(async (manager) => {
      if ((await this.current(studioId)) !== existing) {
        throw new ConflictException({
          message: 'The library was changed meanwhile, so nothing was taken in: send the pack again',
        });
      }
      await this.saveVocabulary(manager, studioId, author, pack.value.vocabulary);
      const changed: string[] = [];
      for (const document of pack.value.movements) {
        const before = existing.revisions.find((revision) => revision.document.id === document.id);
        const hash = contentHash(document);
        if (before && contentHash(before.document) === hash) continue;
        const revision = manager.create(MovementRevisionEntity, {
          id: uuid(),
          studioId,
          movementId: document.id,
          number: (before?.number ?? 0) + 1,
          document,
          hash,
          author,
          createdAt: this.clock.now().toISOString(),
        });
        await manager.insert(MovementRevisionEntity, revision);
        await manager.save(MovementEntity, {
          studioId,
          id: document.id,
          name: document.name,
          family: document.family,
          currentRevisionId: revision.id,
        });
        changed.push(document.id);
      }
      return { changed, unchanged: pack.value.movements.length - changed.length };
    });
  }

  private async saveVocabulary(manager: EntityManager, studioId: string, author: string, document: Vocabulary): Promise<void> {
    const before = await this.currentVocabulary(studioId);
    const hash = contentHash(document);
    if (before?.hash === hash) return;
    await manager.insert(VocabularyRevisionEntity, {
      id: uuid(),
      studioId,
      number: (before?.number ?? 0) + 1,
      document,
      hash,
      author,
      createdAt: this.clock.now().toISOString(),
    });
  }
}
