import { describe, expect, test } from '@jest/globals';
import { ladderOf } from '../ladder/ladder.ts';
import { lexiconOf } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { SMALL_VOCABULARY, movementDocument } from '../test/smallLibrary.ts';
import type { PractisedSet } from './mastery.ts';
import { opennessOf, type Practice } from './openness.ts';

const FIRST = { sets: 2, reps: 10, reserve: 0 };
const up = (to: string) => ({ to, levers: ['range' as const], shownFirst: FIRST });
const plain = { harder: [], cautions: [], kit: { needed: [], optional: [] } };
const documents: MovementDocument[] = [
  movementDocument({ ...plain, id: 'w:ground', name: 'Ground', harder: [up('w:middle')] }),
  movementDocument({ ...plain, id: 'w:other', name: 'Other' }),
  movementDocument({ ...plain, id: 'w:middle', name: 'Middle', harder: [up('w:top')] }),
  movementDocument({ ...plain, id: 'w:top', name: 'Top', kit: { needed: ['kettlebell'], optional: [] } }),
  movementDocument({
    ...plain,
    id: 'w:shut',
    name: 'Shut',
    cautions: [{ caution: 'low-back', limit: 'Not with a sore back.', closed: true }],
  }),
  movementDocument({ ...plain, id: 'w:both', name: 'Both', components: ['w:ground', 'w:other'] }),
];
const byId = new Map(documents.map((document) => [document.id, document]));

function opennessFor(practice: Practice | null, kit: readonly string[] | null = null, cautions: readonly string[] = []) {
  return opennessOf({
    ladder: ladderOf(documents),
    documentOf: (id) => byId.get(id),
    lexicon: lexiconOf(SMALL_VOCABULARY),
    circumstances: { kit: kit && new Set(kit), cautions: new Set(cautions) },
    practice,
  });
}

const clean = (count: number, amount = 10): PractisedSet[] =>
  Array.from({ length: count }, () => ({ sessionId: 'a', amount, clean: true, effort: 'about-right' }));
const texts = (openness: ReturnType<typeof opennessFor>, id: string) => openness.obstaclesTo(id).map(({ text }) => text);

describe('what is open to a client', () => {
  test('a beginner may do what nothing leads to, and reads what has to be shown for the rest', () => {
    const openness = opennessFor(new Map());
    expect(openness.isOpen('w:ground')).toBe(true);
    expect(texts(openness, 'w:middle')).toEqual(['first ground: 2 × 10 clean']);
  });

  test('a step is open once it has been shown, and says how far it is while it isn’t', () => {
    expect(texts(opennessFor(new Map([['w:ground', clean(1)]])), 'w:middle')).toEqual([
      'first ground: 2 × 10 clean (1 of 2 sets so far)',
    ]);
    expect(opennessFor(new Map([['w:ground', clean(2)]])).isOpen('w:middle')).toBe(true);
  });

  test('what was done stays open, and so does everything under what is stood on', () => {
    const openness = opennessFor(new Map([['w:top', clean(2)]]));
    expect(openness.isOpen('w:top')).toBe(true);
    expect(openness.isOpen('w:middle')).toBe(true);
    expect(openness.stoodOn).toEqual(['w:top']);
    expect(openness.markOf('w:top')).toBe('clean');
  });

  test('a joined movement asks for each of its parts, by name', () => {
    expect(texts(opennessFor(new Map([['w:ground', clean(2)]])), 'w:both')).toEqual(['first other clean on its own']);
    expect(
      opennessFor(
        new Map([
          ['w:ground', clean(2)],
          ['w:other', clean(2)],
        ]),
      ).isOpen('w:both'),
    ).toBe(true);
  });

  test('kit and cautions close a movement for anybody, each with its reason', () => {
    const openness = opennessFor(null, [], ['low-back']);
    expect(texts(openness, 'w:top')).toEqual(['needs one kettlebell']);
    expect(texts(openness, 'w:shut')).toEqual(['Low back caution: Not with a sore back.']);
    expect(openness.isOpen('w:middle')).toBe(true);
    expect(opennessFor(null, ['kettlebell']).isOpen('w:top')).toBe(true);
  });
});
