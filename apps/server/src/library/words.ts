import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  changedWords,
  withChangedWords,
  type ChangedWord,
  type Vocabulary,
  type Word,
  type WordList,
} from '@waxwing/core/movement';
import type { WordChange } from '@waxwing/core/api';
import { In, type EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { TrainerEntity } from '../accounts/account.entities.ts';
import type { Reads } from '../database/reads.ts';
import { insertRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { VocabularyRevisionEntity, WordRevisionEntity } from './library.entities.ts';

/** Stands as the author of what came with a later starter library. */
export const STARTER = 'starter';

/** Who wrote something, by the trainers that there are. */
export function authorName(author: string, names: ReadonlyMap<string, string>): string {
  return author === STARTER ? 'Waxwing’s own library' : (names.get(author) ?? 'somebody who is gone');
}

/** How often a word was changed, at most, is told at once. */
const HISTORY_MOST = 100;

/** A studio's words, each with its revisions. */
@Injectable()
export class Words {
  constructor(
    @InjectRepository(VocabularyRevisionEntity) private readonly vocabularies: Reads<VocabularyRevisionEntity>,
    @InjectRepository(WordRevisionEntity) private readonly words: Reads<WordRevisionEntity>,
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    private readonly clock: Clock,
  ) {}

  /** What was changed after a number of the library, in the order in which it was. */
  async since(studioId: string, number: number): Promise<ChangedWord[]> {
    return this.inOrder('"studioId" = ? and "changedIn" > ?', [studioId, number]);
  }

  /** All of them as they were at a number of the library. */
  async at(studioId: string, number: number): Promise<Vocabulary> {
    return withChangedWords({}, await this.inOrder('"studioId" = ? and "changedIn" <= ?', [studioId, number]));
  }

  /** Past the object mapper, which takes longer than SQLite does: after every save devices ask. */
  private async inOrder(which: string, parameters: readonly (string | number)[]): Promise<ChangedWord[]> {
    const rows = await this.words.query<{ readonly list: WordList; readonly id: string; readonly document: string | null }[]>(
      `select list, "wordId" id, document from word_revisions where ${which} order by "changedIn", rowid`,
      [...parameters],
    );
    return rows.map(({ list, id, document }) => ({ list, id, word: document === null ? null : (JSON.parse(document) as Word) }));
  }

  /** As they were first. */
  async first(studioId: string): Promise<Vocabulary> {
    const first = await this.vocabularies.findOne({ where: { studioId }, order: { number: 'ASC' } });
    return first ? this.at(studioId, first.changedIn) : {};
  }

  /** As a session pinned them. */
  async pinned(vocabularyRevisionId: string): Promise<Vocabulary> {
    const { studioId, changedIn } = await this.vocabularies.findOneByOrFail({ id: vocabularyRevisionId });
    return this.at(studioId, changedIn);
  }

  /** By which they are pinned as they are now. */
  async currentId(studioId: string): Promise<string> {
    const newest = await this.vocabularies.findOne({ where: { studioId }, order: { number: 'DESC' } });
    return newest?.id ?? '';
  }

  /** A word's revisions, newest first. */
  async history(studioId: string, list: WordList, wordId: string): Promise<WordChange[]> {
    const rows = await this.words.find({
      where: { studioId, list, wordId },
      order: { changedIn: 'DESC' },
      take: HISTORY_MOST,
    });
    const made = await this.vocabularies.findBy({ studioId, changedIn: In(rows.map(({ changedIn }) => changedIn)) });
    const authors = await this.trainers.findBy({ studioId, id: In([...new Set(made.map(({ author }) => author))]) });
    const names = new Map(authors.map(({ id, name }) => [id, name]));
    return rows.map(({ changedIn, document }) => {
      const revision = made.find((each) => each.changedIn === changedIn);
      return {
        number: changedIn,
        word: document,
        authorName: authorName(revision?.author ?? '', names),
        createdAt: revision?.createdAt ?? '',
      };
    });
  }

  /** Writes what is otherwise in one vocabulary than in another. Answers whether anything is. */
  async save(
    manager: EntityManager,
    { studioId, author, changedIn }: { readonly studioId: string; readonly author: string; readonly changedIn: number },
    before: Vocabulary,
    after: Vocabulary,
  ): Promise<boolean> {
    const changed = changedWords(before, after);
    if (changed.length === 0) return false;
    const newest = await this.vocabularies.findOne({ where: { studioId }, order: { number: 'DESC' } });
    await insertRows(manager, VocabularyRevisionEntity, [
      { id: uuid(), studioId, number: (newest?.number ?? 0) + 1, author, createdAt: this.clock.now().toISOString(), changedIn },
    ]);
    await insertRows(
      manager,
      WordRevisionEntity,
      changed.map(({ list, id, word }) => ({ studioId, list, wordId: id, changedIn, document: word })),
    );
    return true;
  }
}
