import { createHash } from 'node:crypto';
import { BadRequestException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { LibraryAnswer, MovementRevision, Vocabulary } from '@waxwing/core';
import { readPack, type PackFile } from '@waxwing/core/shapes';
import { In, Repository, type EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { MovementEntity, MovementRevisionEntity, VocabularyRevisionEntity } from './library.entities.ts';

export interface ImportReport {
  /** Movements that came new or changed; the same content makes no new revision. */
  readonly changed: readonly string[];
  readonly unchanged: number;
}

type CurrentLibrary = LibraryAnswer & { readonly vocabularyRevisionId: string };

function contentHash(document: object): string {
  return createHash('sha256').update(JSON.stringify(document)).digest('hex');
}

function asRevision(entity: MovementRevisionEntity): MovementRevision {
  return { revisionId: entity.id, number: entity.number, document: entity.document };
}

/** A studio's movements and vocabulary: identities with immutable revisions. */
@Injectable()
export class Library {
  constructor(
    @InjectRepository(MovementEntity) private readonly movements: Repository<MovementEntity>,
    @InjectRepository(MovementRevisionEntity) private readonly revisions: Repository<MovementRevisionEntity>,
    @InjectRepository(VocabularyRevisionEntity) private readonly vocabularies: Repository<VocabularyRevisionEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** What was put together last, by studio: revisions are only ever added, so that their count says whether it still holds. */
  private readonly kept = new Map<string, { readonly revisions: number; readonly library: CurrentLibrary }>();

  async current(studioId: string): Promise<CurrentLibrary> {
    const revisions = (await this.revisions.countBy({ studioId })) + (await this.vocabularies.countBy({ studioId }));
    const kept = this.kept.get(studioId);
    if (kept?.revisions === revisions) return kept.library;
    const library = await this.putTogether(studioId);
    this.kept.set(studioId, { revisions, library });
    return library;
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
    return this.transactions.run(async (manager) => {
      const existing = await this.current(studioId);
      const pack = readPack(files, {
        vocabulary: existing.vocabulary,
        movements: existing.revisions.map((revision) => revision.document),
      });
      if (!pack.ok) {
        throw new BadRequestException({
          message: 'The pack was not taken in: nothing has changed',
          problems: pack.packProblems.map(({ file, line, path, message }) => ({
            path: `${file}:${line}${path ? ` ${path}` : ''}`,
            message,
          })),
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
