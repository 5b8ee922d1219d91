import type { MigrationInterface, QueryRunner } from 'typeorm';

interface VocabularyRow {
  readonly id: string;
  readonly studioId: string;
  readonly document: string;
  readonly changedIn: number;
}

interface WordRow {
  readonly studioId: string;
  readonly list: string;
  readonly wordId: string;
  readonly document: string | null;
}

/** A vocabulary was kept whole at each revision; from here on each word has its own. Pins go on meaning what they meant. */
export class WordsOneByOne1764700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "word_revisions" ("studioId" text NOT NULL, "list" text NOT NULL, "wordId" text NOT NULL, "changedIn" integer NOT NULL,
        "document" text, CONSTRAINT "FK_b0d8753319d83bbbbb15f98c213" FOREIGN KEY ("studioId") REFERENCES "studios" ("id")
        ON DELETE NO ACTION ON UPDATE NO ACTION, PRIMARY KEY ("studioId", "list", "wordId", "changedIn"))`,
    );
    await runner.query('CREATE INDEX "word_revisions_changed" ON "word_revisions" ("studioId", "changedIn")');
    await runner.query('DROP TRIGGER "vocabulary_revisions_immutable"');
    for (const studio of await studiosOf(runner)) await this.take(runner, studio);
    await runner.query('ALTER TABLE "vocabulary_revisions" DROP COLUMN "document"');
    await runner.query('ALTER TABLE "vocabulary_revisions" DROP COLUMN "hash"');
    for (const table of ['vocabulary_revisions', 'word_revisions']) {
      await runner.query(
        `CREATE TRIGGER "${table}_immutable" BEFORE UPDATE ON "${table}" BEGIN SELECT RAISE(ABORT, '${table} are never changed'); END`,
      );
    }
  }

  private async take(runner: QueryRunner, studioId: string): Promise<void> {
    const rows = (await runner.query(
      'select id, "studioId", document, "changedIn" from vocabulary_revisions where "studioId" = ? order by number',
      [studioId],
    )) as VocabularyRow[];
    // Before numbers were given, several stood under one: each gets its own, the last keeps what devices know.
    let next = Number.MAX_SAFE_INTEGER;
    const numbers = rows.map(() => 0);
    for (let at = rows.length - 1; at >= 0; at -= 1) next = numbers[at] = Math.min(rows[at]!.changedIn, next - 1);
    let before = new Map<string, WordRow>();
    for (const [at, row] of rows.entries()) {
      const words = wordsOf(row);
      for (const [key, word] of words)
        if (before.get(key)?.document !== word.document) await this.put(runner, word, numbers[at]!);
      for (const [key, word] of before) if (!words.has(key)) await this.put(runner, { ...word, document: null }, numbers[at]!);
      if (numbers[at] !== row.changedIn) {
        await runner.query('update vocabulary_revisions set "changedIn" = ? where id = ?', [numbers[at], row.id]);
      }
      before = words;
    }
  }

  private async put(runner: QueryRunner, { studioId, list, wordId, document }: WordRow, changedIn: number): Promise<void> {
    await runner.query(
      'insert into word_revisions ("studioId", "list", "wordId", "changedIn", "document") values (?, ?, ?, ?, ?)',
      [studioId, list, wordId, changedIn, document],
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('An older Waxwing keeps words otherwise: restore a backup instead.'));
  }
}

async function studiosOf(runner: QueryRunner): Promise<string[]> {
  const rows = (await runner.query('select distinct "studioId" from vocabulary_revisions')) as { readonly studioId: string }[];
  return rows.map(({ studioId }) => studioId);
}

function wordsOf({ studioId, document }: VocabularyRow): Map<string, WordRow> {
  const lists = JSON.parse(document) as Record<string, { readonly id: string; readonly of?: string }[]>;
  return new Map(
    Object.entries(lists).flatMap(([list, words]) =>
      words.map((word) => {
        const wordId = list === 'aliases' ? `${word.of} ${word.id}` : word.id;
        return [`${list} ${wordId}`, { studioId, list, wordId, document: JSON.stringify(word) }] as const;
      }),
    ),
  );
}
