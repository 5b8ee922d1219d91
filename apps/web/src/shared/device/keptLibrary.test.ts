import 'fake-indexeddb/auto';
import { describe, expect, test } from '@jest/globals';
import type { MovementRevision } from '@waxwing/core/movement';
import type { LibraryAnswer } from '@waxwing/core/api';
import { v4 } from 'uuid';
import { RequestRefused, Unreachable } from '../api.ts';
import { KeptLibrary, openLibrary, type AskLibrary } from './keptLibrary.ts';

/** A studio's library as the server has it, and what devices asked. */
class Studio {
  readonly asked: (string | undefined)[] = [];
  readonly name = v4();
  private readonly changes: MovementRevision[] = [];
  trouble: Error | null = null;

  save(slug: string): void {
    const number = this.changes.length + 1;
    const document = { id: `mine:${slug}`, name: slug, family: 'squat' } as MovementRevision['document'];
    this.changes.push({ revisionId: `${slug}-${number}`, number, document });
  }

  readonly ask: AskLibrary = (since) => {
    this.asked.push(since);
    if (this.trouble) return Promise.reject(this.trouble);
    const from = Number(since ?? 0);
    const latest = new Map(this.changes.slice(from).map((revision) => [revision.document.id, revision]));
    const answer: LibraryAnswer = { version: String(this.changes.length), isWhole: !since, revisions: [...latest.values()] };
    return Promise.resolve(since ? answer : { ...answer, vocabulary: { families: [] } });
  };

  /** Another page of it, on the same device. */
  page(): KeptLibrary {
    return new KeptLibrary(openLibrary(this.name), this.ask);
  }
}

const idsOf = async (library: Promise<{ revisions: readonly MovementRevision[] } | null>) =>
  (await library)?.revisions.map(({ revisionId }) => revisionId);

describe('the library on a device', () => {
  test('is nothing before it was asked for; afterwards it is there without a network', async () => {
    const studio = new Studio();
    studio.save('a');
    expect(await studio.page().kept()).toBeNull();
    studio.trouble = new Unreachable();
    await expect(studio.page().latest()).rejects.toThrow(Unreachable);
    studio.trouble = null;
    await studio.page().latest();

    studio.trouble = new Unreachable();
    expect(await idsOf(studio.page().kept())).toEqual(['a-1']);
    expect(await idsOf(studio.page().latest())).toEqual(['a-1']);
  });

  test('is fetched ahead by a device that has none, and by none that has one', async () => {
    const studio = new Studio();
    studio.save('a');
    await studio.page().keepOne();
    await studio.page().keepOne();
    expect(studio.asked).toEqual([undefined]);
    expect(await idsOf(studio.page().kept())).toEqual(['a-1']);
    // Nor by one that can keep nothing: each page would ask for all of it.
    await new KeptLibrary(Promise.resolve(null), studio.ask).keepOne();
    expect(studio.asked).toHaveLength(1);
  });

  test('a store that doesn’t answer is done without', async () => {
    const studio = new Studio();
    studio.save('a');
    const stuck = new KeptLibrary(new Promise(() => undefined), studio.ask, 20);
    expect(await stuck.kept()).toBeNull();
    expect(await idsOf(stuck.latest())).toEqual(['a-1']);
    // What it has by now it has for this page.
    expect(await idsOf(stuck.kept())).toEqual(['a-1']);
  });

  test('asks only for what has changed, and keeps that too', async () => {
    const studio = new Studio();
    studio.save('a');
    studio.save('b');
    await studio.page().latest();
    studio.save('b');
    expect(await idsOf(studio.page().latest())).toEqual(['a-1', 'b-3']);
    expect(studio.asked).toEqual([undefined, '2']);
    expect(await idsOf(studio.page().kept())).toEqual(['a-1', 'b-3']);
  });

  test('an answer that refuses is said, and takes nothing away', async () => {
    const studio = new Studio();
    studio.save('a');
    const page = studio.page();
    await page.latest();
    studio.trouble = new RequestRefused(401, 'Sign in first', []);
    await expect(page.latest()).rejects.toThrow('Sign in first');
    expect(await idsOf(page.kept())).toEqual(['a-1']);
  });

  test('of two tabs, the one that is behind doesn’t write over what the other has kept', async () => {
    const studio = new Studio();
    studio.save('a');
    const [ahead, behind] = [studio.page(), studio.page()];
    await Promise.all([ahead.latest(), behind.latest()]);
    studio.save('a');
    await ahead.latest();
    studio.save('b');
    // It lacks the second a, which the other has kept: its answer brings both, but only for itself.
    expect(await idsOf(behind.latest())).toEqual(['a-2', 'b-3']);
    expect(await idsOf(studio.page().kept())).toEqual(['a-2']);
    expect(await idsOf(studio.page().latest())).toEqual(['a-2', 'b-3']);
  });

  test('a device that can’t keep anything has it from the server', async () => {
    const studio = new Studio();
    studio.save('a');
    const page = new KeptLibrary(Promise.resolve(null), studio.ask);
    expect(await idsOf(page.latest())).toEqual(['a-1']);
    expect(await idsOf(page.kept())).toEqual(['a-1']);
  });
});
