import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { WordList } from '@waxwing/core/movement';
import type { Reads } from '../database/reads.ts';
import { WordRevisionEntity } from './library.entities.ts';

/** A question that counts what holds a word: the studio, then the word. */
interface Holder {
  readonly sql: string;
  /** What of the word is looked for. */
  readonly sought: (id: string) => string;
  readonly text: (count: number) => string;
}

const some = (count: number, one: string, many: string) => (count === 1 ? one : `${count} ${many}`);
const documents = (table: string, column: string) =>
  `select count(*) count from ${table} where "studioId" = ? and instr("${column}", ?) > 0`;
// Who they are is their trainers’ business.
const clients = (field: string): Holder => ({
  sql: documents('clients', 'document'),
  sought: (id) => `"${field}":"${id}"`,
  text: (count) => some(count, 'a client’s record', 'clients’ records'),
});
const rooms = (field: string): Holder => ({
  sql: documents('places', 'inventory'),
  sought: (id) => `"${field}":"${id}"`,
  text: (count) => some(count, 'a room', 'rooms'),
});
const logged = (table: string, column: string): Holder => ({
  sql: `select count(*) count from ${table} where "studioId" = ? and "${column}" = ?`,
  sought: (id) => id,
  text: (count) => `the log (${count}×): join it with another instead, and its history goes along`,
});

/** What beyond the library holds its words, by list: records, rooms and logs are theirs who keep them. */
const HOLDERS: Partial<Record<WordList, readonly Holder[]>> = {
  cautions: [clients('caution')],
  kit: [rooms('kit'), rooms('what'), clients('kit'), clients('what')],
  faultTypes: [logged('log_faults', 'faultTypeId')],
  cues: [logged('log_cue_trials', 'cueId')],
};

@Injectable()
export class WordHolders {
  constructor(@InjectRepository(WordRevisionEntity) private readonly tables: Reads<WordRevisionEntity>) {}

  /** By what words are held outside the library, one answer for each that is. */
  async of(
    studioId: string,
    words: readonly { readonly list: WordList; readonly id: string }[],
  ): Promise<{ readonly at: number; readonly by: string }[]> {
    const held: { at: number; by: string }[] = [];
    for (const [at, { list, id }] of words.entries()) {
      for (const { sql, sought, text } of HOLDERS[list] ?? []) {
        const [row] = await this.tables.query<{ readonly count: number }[]>(sql, [studioId, sought(id)]);
        if (!row?.count) continue;
        held.push({ at, by: text(row.count) });
        break;
      }
    }
    return held;
  }
}
