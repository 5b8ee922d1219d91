import { describe, expect, test } from '@jest/globals';
import { WordIndex, removalProblems } from '../movement/wordUses.ts';
import { WORD_LISTS, withChangedWords, wordsIn } from '../movement/words.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { libraryProblems } from './libraryCheck.ts';

const { movements, vocabulary } = starterLibrary();
const index = new WordIndex(movements, vocabulary);
const LISTS = WORD_LISTS.filter((list) => list !== 'aliases');
const words = LISTS.flatMap((list) => [...wordsIn(vocabulary, list).keys()].map((id) => ({ list, id })));
const isUsed = ({ list, id }: (typeof words)[number]) => {
  const uses = index.of(list, id);
  return uses.movements.length + uses.words.length > 0;
};
const errorsWithout = (removed: typeof words) =>
  libraryProblems(
    movements,
    withChangedWords(
      vocabulary,
      removed.map((each) => ({ ...each, word: null })),
    ),
  ).filter(({ severity }) => severity === 'error');

describe('a word that is removed', () => {
  test('breaks nothing where it is said to be unused', () => {
    const unused = words.filter((word) => !isUsed(word));
    expect(unused.length).toBeGreaterThan(5);
    expect(removalProblems(unused, vocabulary, index)).toEqual([]);
    expect(errorsWithout(unused)).toEqual([]);
  });

  test.each(['families', 'faultTypes', 'cues', 'muscles', 'cautions', 'kit', 'stances'] as const)(
    'would break what is said to use it: %s',
    (list) => {
      const [used] = words.filter((word) => word.list === list && index.of(list, word.id).movements.length > 0);
      expect(removalProblems([used!], vocabulary, index)[0]?.message).toMatch(/is used by waxwing:/);
      const broken = new Set(errorsWithout([used!]).flatMap(({ movementId }) => movementId ?? []));
      expect([...broken].filter((id) => !index.of(list, used!.id).movements.includes(id))).toEqual([]);
      expect(broken.size).toBeGreaterThan(0);
    },
  );

  test('has to be there, and what goes under another id isn’t removed but withdrawn', () => {
    expect(removalProblems([{ list: 'kit', id: 'no-such-thing' }], vocabulary, index)[0]?.message).toMatch(/there is no/);
    const alias = [...wordsIn(vocabulary, 'aliases').keys()][0]!;
    expect(removalProblems([{ list: 'aliases', id: alias }], vocabulary, index)[0]?.message).toMatch(/there is no/);
  });
});
