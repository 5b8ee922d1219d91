import { describe, expect, test } from '@jest/globals';
import { ladderOf } from '../ladder/ladder.ts';
import type { Mastery } from '../movement/mastery.ts';
import { lexiconOf } from '../movement/library.ts';
import { SMALL_VOCABULARY, movementDocument } from '../test/smallLibrary.ts';
import type { PractisedSet } from './mastery.ts';
import { nextRungs } from './nextRungs.ts';
import { opennessOf } from './openness.ts';

const step = (to: string) => ({ to, levers: ['load' as const], shownFirst: { sets: 2, reps: 12, reserve: 2 } });
const DOCUMENTS = [
  movementDocument({ id: 'w:box', harder: [step('w:free'), step('w:plie')] }),
  movementDocument({ id: 'w:free', harder: [step('w:goblet'), step('w:hop')] }),
  movementDocument({ id: 'w:goblet', kit: { needed: ['kettlebell'], optional: [] } }),
  movementDocument({ id: 'w:hop', cautions: [{ caution: 'low-back', limit: 'No landing yet.', closed: true }] }),
  movementDocument({ id: 'w:plie' }),
  movementDocument({ id: 'w:wall', family: 'push', harder: [step('w:bench')] }),
  movementDocument({ id: 'w:bench', family: 'push' }),
];
const byId = new Map(DOCUMENTS.map((document) => [document.id, document]));
const ladder = ladderOf(DOCUMENTS);
/** Two clean sets in the range, at about right. */
const cleanSets = (amount: number): PractisedSet[] =>
  [1, 2].map(() => ({ sessionId: 's1', amount, clean: true, effort: 'about-right' }));

function rungs(practice: Record<string, PractisedSet[]>, overrides: Record<string, Mastery> = {}, kit: string[] | null = null) {
  const openness = opennessOf({
    ladder,
    documentOf: (id) => byId.get(id),
    lexicon: lexiconOf(SMALL_VOCABULARY),
    circumstances: { kit: kit && new Set(kit), cautions: new Set(['low-back']) },
    practice: new Map(Object.entries(practice)),
    overrides: new Map(Object.entries(overrides)),
  });
  const found = nextRungs(ladder, openness, (id) => byId.get(id));
  return Object.fromEntries(
    [...found].map(([family, steps]) => [family, steps.map(({ document, why }) => [document.id, why.join('; ')])]),
  );
}

describe('what comes next on each ladder', () => {
  test('the steps on from what is clean, with what is missing', () => {
    expect(rungs({ 'w:box': cleanSets(8), 'w:wall': cleanSets(12) })).toEqual({
      squat: [
        ['w:free', 'first w:box: 2 × 12 clean, 2 in reserve'],
        ['w:plie', 'first w:box: 2 × 12 clean, 2 in reserve'],
      ],
      push: [['w:bench', '']],
    });
  });

  test('what is open stands first; a caution and missing kit are said', () => {
    expect(rungs({ 'w:free': cleanSets(12) }, {}, ['mat'])).toEqual({
      squat: [
        ['w:goblet', 'needs one kettlebell'],
        ['w:hop', 'Low back caution: No landing yet.'],
      ],
    });
    expect(rungs({ 'w:free': cleanSets(12) }, {}, ['kettlebell']).squat![0]).toEqual(['w:goblet', '']);
  });

  test('a mark that was given counts as if it had been shown', () => {
    expect(rungs({}, { 'w:wall': 'owned' })).toEqual({ push: [['w:bench', '']] });
    expect(rungs({}, { 'w:wall': 'learning' })).toEqual({});
    // Taken down by hand: it is no longer stood on, whatever the log says.
    expect(rungs({ 'w:wall': cleanSets(12) }, { 'w:wall': 'learning' })).toEqual({});
  });

  test('what is stood on already is no next step', () => {
    expect(rungs({ 'w:box': cleanSets(12), 'w:free': cleanSets(12) }).squat!.map(([id]) => id)).not.toContain('w:free');
  });
});
