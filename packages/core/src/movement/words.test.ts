import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Vocabulary } from './vocabulary.ts';
import { changedWords, withChangedWords, wordsIn, type WordList } from './words.ts';

const kit = fc.uniqueArray(
  fc.record({ id: fc.constantFrom('bench', 'band', 'box', 'bar'), name: fc.constantFrom('One', 'Other') }),
  { selector: ({ id }) => id },
);
const aliases = fc.uniqueArray(
  fc.record({
    of: fc.constantFrom('cue' as const, 'fault-type' as const),
    id: fc.constantFrom('old', 'older'),
    now: fc.constantFrom('new', 'newer'),
  }),
  { selector: ({ of, id }) => `${of} ${id}` },
);
const vocabularies = fc.record({ kit, aliases }, { requiredKeys: [] }) as fc.Arbitrary<Vocabulary>;

/** Their order says nothing. */
function byKey(vocabulary: Vocabulary) {
  return Object.fromEntries(
    (['kit', 'aliases'] as WordList[]).map((list) => [list, Object.fromEntries(wordsIn(vocabulary, list))]),
  );
}

describe('words that changed', () => {
  test('make the one vocabulary of the other', () => {
    fc.assert(
      fc.property(vocabularies, vocabularies, (before, after) => {
        expect(byKey(withChangedWords(before, changedWords(before, after)))).toEqual(byKey(after));
      }),
    );
  });

  test('are none between a vocabulary and itself, in whatever order it stands', () => {
    fc.assert(
      fc.property(vocabularies, (vocabulary) => {
        const turned = { ...vocabulary, ...(vocabulary.kit && { kit: [...vocabulary.kit].reverse() }) };
        expect(changedWords(vocabulary, turned)).toEqual([]);
      }),
    );
  });

  test('an alias is known by what it is of, too: a cue and a fault type may have had one id', () => {
    const before: Vocabulary = { aliases: [{ of: 'cue', id: 'old', now: 'new' }] };
    const after: Vocabulary = { aliases: [...before.aliases!, { of: 'fault-type', id: 'old', now: 'other' }] };
    expect(changedWords(before, after)).toEqual([
      { list: 'aliases', id: 'fault-type old', word: { of: 'fault-type', id: 'old', now: 'other' } },
    ]);
  });
});
