import { describe, expect, test } from '@jest/globals';
import { movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import type { MovementCue, MovementDocument } from './movementDocument.ts';
import { cueWording, wordingHints } from './wording.ts';

const hinted = (documents: readonly MovementDocument[]) =>
  wordingHints(documents, SMALL_VOCABULARY).map(({ movementId, path, message }) => [movementId, path, message]);
const cue = (id: string, text: string, kind: MovementCue['kind'] = 'internal'): MovementCue => ({ id, text, kind, for: [] });
/** One whose texts are all its own. */
const plain = (id: string, part: Partial<MovementDocument> = {}) =>
  movementDocument({
    id: `waxwing:${id}`,
    cues: [],
    faults: [],
    eases: [],
    cautions: [],
    setUp: [`Stand for ${id}.`],
    phases: [{ phase: 'set-up', does: `Begin ${id}.` }],
    ...part,
  });

describe('a cue that is called out', () => {
  test.each([
    ['external', 'Squeeze your glutes', 'glutes'],
    ['external', 'Drive the knees apart', 'knees'],
    ['external', 'Keep your back long', 'your back'],
    ['analogy', 'A rower in glue', 'a picture without its verb'],
    ['analogy', 'Slow as a sundial', 'a picture without its verb'],
    ['analogy', 'Two levers, one machine', 'a picture without its verb'],
    ['internal', 'Tone up the arms', 'about how a body looks'],
  ] as const)('%s: “%s” is held up', (kind, text, words) => {
    expect(cueWording(text, kind)).toEqual([expect.stringContaining(words)]);
  });

  test.each([
    ['external', 'Push the floor away'],
    ['external', 'Step back along a rail'],
    ['external', 'Press the bar to the ceiling'],
    ['analogy', 'Fold like a book'],
    ['internal', 'Knees over your middle toes'],
    ['internal', 'Keep a steady tone of voice'],
  ] as const)('%s: “%s” is not', (kind, text) => {
    expect(cueWording(text, kind)).toEqual([]);
  });
});

describe('the words of a library', () => {
  test('the same own cue twice, or one that is shared already, would split what it did', () => {
    const own = cue('a', 'Heels stay heavy');
    expect(hinted([plain('one', { cues: [own] }), plain('two', { cues: [{ ...own, id: 'b' }] })])).toEqual([
      ['waxwing:two', 'cues[0]', expect.stringContaining('share it')],
    ]);
    expect(hinted([plain('one', { cues: [cue('c', 'spread the floor apart.')] })])).toEqual([
      ['waxwing:one', 'cues[0]', expect.stringContaining('the shared cue “spread-the-floor”')],
    ]);
  });

  test('one word is no correction; four movements may say the same, five say nothing', () => {
    const with_ = (text: string) => (id: string) => plain(id, { eases: [{ lever: 'range', text }] });
    expect(hinted([with_('Less')('one')])).toEqual([['waxwing:one', 'eases[0].text', '“Less” is too short to act on']]);
    const four = ['one', 'two', 'three', 'four'].map(with_('Only half the range'));
    expect(hinted(four)).toEqual([]);
    const five = hinted([...four, with_('only half the range.')('five')]);
    expect(five).toHaveLength(5);
    expect(five[4]).toEqual(['waxwing:five', 'eases[0].text', expect.stringContaining('stands on 5 movements')]);
    // How much is lifted is said alike everywhere.
    const lighter = ['a', 'b', 'c', 'd', 'e'].map((id) => plain(id, { eases: [{ lever: 'load', text: 'Take a lighter pair' }] }));
    expect(hinted(lighter)).toEqual([]);
  });

  test('nothing is promised about how somebody will look, wherever it is written', () => {
    const promised = plain('one', { trains: 'Sculpts the arms.', range: { stops: 'At the top.', why: 'It burns belly fat.' } });
    expect(hinted([promised]).map(([, path]) => path)).toEqual(['trains', 'range.why']);
  });

  test('the starter library is held to all of it', () => {
    const { movements, vocabulary } = starterLibrary();
    expect(wordingHints(movements, vocabulary)).toEqual([]);
  });
});
