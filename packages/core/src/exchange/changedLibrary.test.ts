import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { MovementRevision } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { LibraryAnswer } from './api.ts';
import { changedLibrary, type StudioLibrary } from './changedLibrary.ts';

const FAMILIES = ['squat', 'hinge'].map((id) => ({ id, name: id }));

function revision(slug: string, number: number, family = 'squat'): MovementRevision {
  const document = { id: `waxwing:${slug}`, name: slug, family } as MovementDocument;
  return { revisionId: `${slug}-${number}`, number, document };
}

const whole = (version: string, ...revisions: MovementRevision[]): LibraryAnswer => ({
  version,
  isWhole: true,
  vocabulary: { families: FAMILIES },
  revisions,
});
const idsOf = (library: StudioLibrary) => library.revisions.map((each) => each.revisionId);

describe('a library with what has changed', () => {
  test('stands in the order of its families, by name in each', () => {
    const library = changedLibrary(null, whole('1', revision('row', 1, 'hinge'), revision('b', 1), revision('a', 1)));
    expect(idsOf(library)).toEqual(['a-1', 'b-1', 'row-1']);
  });

  test('keeps what wasn’t changed, takes over what was, and of the words those that come', () => {
    const before = changedLibrary(null, whole('1', revision('a', 1), revision('c', 1)));
    const after = changedLibrary(before, {
      version: '2',
      isWhole: false,
      revisions: [revision('c', 2), revision('b', 1)],
    });
    expect(idsOf(after)).toEqual(['a-1', 'b-1', 'c-2']);
    expect(after.revisions[0]).toBe(before.revisions[0]);
    expect(after.vocabulary).toBe(before.vocabulary);
    const word = { id: 'hinge', name: 'Bend' };
    const renamed = { version: '3', isWhole: false, words: [{ list: 'families' as const, id: 'hinge', word }], revisions: [] };
    expect(changedLibrary(after, renamed).vocabulary).toEqual({ families: [FAMILIES[0], word] });
  });

  test('is the same object when nothing has changed, and another one when all of it comes', () => {
    const before = changedLibrary(null, whole('1', revision('a', 1), revision('c', 1)));
    expect(changedLibrary(before, { version: '1', isWhole: false, revisions: [] })).toBe(before);
    expect(idsOf(changedLibrary(before, whole('7', revision('b', 1))))).toEqual(['b-1']);
  });

  test('whoever asks how often, what they have in the end is the same', () => {
    const save = fc.record({ slug: fc.constantFrom('a', 'b', 'c', 'd', 'e'), family: fc.constantFrom('squat', 'hinge') });
    fc.assert(
      fc.property(fc.array(save, { maxLength: 20 }), fc.array(fc.nat(20)), (saves, asks) => {
        const changedIn = new Map<string, { at: number; revision: MovementRevision }>();
        const answer = (since: number, now: number): LibraryAnswer => ({
          version: String(now),
          isWhole: since === 0,
          ...(since === 0 && { vocabulary: { families: FAMILIES } }),
          revisions: [...changedIn.values()].filter(({ at }) => at > since).map((each) => each.revision),
        });
        let device: StudioLibrary | null = null;
        saves.forEach(({ slug, family }, at) => {
          changedIn.set(slug, { at: at + 1, revision: revision(slug, at + 1, family) });
          if (asks.includes(at)) device = changedLibrary(device, answer(Number(device?.version ?? 0), at + 1));
        });
        const end = saves.length;
        expect(changedLibrary(device, answer(Number((device as StudioLibrary | null)?.version ?? 0), end))).toEqual(
          changedLibrary(null, answer(0, end)),
        );
      }),
    );
  });
});
