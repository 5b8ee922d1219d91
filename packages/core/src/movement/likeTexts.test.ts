import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { movementDocument } from '../test/smallLibrary.ts';
import { likePairs, repeatedSentences, wordsOf } from './likeTexts.ts';

describe('texts that are alike', () => {
  test('none is lost by comparing only those that share a rare word', () => {
    const word = fc.constantFrom(...'knee toe heel hip back rib floor bar bell wall long low high turns drops sags'.split(' '));
    const text = fc.array(word, { minLength: 1, maxLength: 9 }).map((words) => words.join(' '));
    fc.assert(
      fc.property(fc.array(text, { minLength: 2, maxLength: 14 }), fc.constantFrom(0.4, 0.6, 0.8, 1), (texts, least) => {
        const owned = texts.map((each, i) => ({ owner: String(i), path: 'seen', text: each }));
        const found = likePairs(owned, least)
          .map(({ a, b }) => [a.owner, b.owner].sort().join('~'))
          .sort();
        const likeness = (a: string, b: string) => {
          const [x, y] = [new Set(wordsOf(a)), new Set(wordsOf(b))];
          const common = [...x].filter((each) => y.has(each)).length;
          return common / (x.size + y.size - common);
        };
        const plain = owned.flatMap((a, i) =>
          owned.slice(i + 1).flatMap((b) => (likeness(a.text, b.text) >= least ? [[a.owner, b.owner].sort().join('~')] : [])),
        );
        expect(found).toEqual(plain.sort());
      }),
    );
  });

  test('a sentence said in two movements is counted once, a short phrase not at all', () => {
    const [a, b] = ['w:a', 'w:b'].map((id) =>
      movementDocument({ id, setUp: ['Feet under the hips and soft. Shoes on.', `Only ${id} says this one here.`] }),
    );
    const { repeated } = repeatedSentences([a!, b!]);
    const texts = repeated.map(({ text }) => text);
    expect(texts).toContain('Feet under the hips and soft.');
    expect(texts).not.toContain('Shoes on.');
    expect(texts.some((text) => text.startsWith('Only'))).toBe(false);
  });
});
