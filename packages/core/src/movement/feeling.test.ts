import { describe, expect, test } from '@jest/globals';
import { movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { feltIn } from './feeling.ts';
import type { Feeling } from './feelingEntry.ts';
import { lexiconOf } from './library.ts';

const feeling = (part: Partial<Feeling>): Feeling => ({
  id: 'knee',
  place: 'the knee',
  on: [{ pattern: 'squat' }],
  kind: 'set-up',
  means: 'Sit back a little.',
  ...part,
});
const lexicon = lexiconOf({
  ...SMALL_VOCABULARY,
  feelings: [feeling({}), feeling({ id: 'neck', on: [{ pattern: 'pull' }] }), feeling({ id: 'hip', except: ['w:wide'] })],
});

describe('where a movement is felt', () => {
  test('in what does most of the work, the most first', () => {
    const muscles = [
      { muscle: 'glutes', role: 'prime-mover' as const, share: 0.6 },
      { muscle: 'quads', role: 'prime-mover' as const, share: 0.9 },
      { muscle: 'calves', role: 'prime-mover' as const, share: 0.3 },
      { muscle: 'abdominals', role: 'stabilising' as const, share: 0.8 },
    ];
    expect(feltIn(movementDocument({ id: 'w:squat', muscles }), lexicon).in).toEqual(['quads', 'glutes']);
  });

  test('and not where its kind shouldn’t be, unless for this one that is right', () => {
    const placesOf = (id: string) => feltIn(movementDocument({ id }), lexicon).not.map((each) => each.id);
    expect(placesOf('w:squat')).toEqual(['knee', 'hip']);
    expect(placesOf('w:wide')).toEqual(['knee']);
  });
});

describe('of the starter library', () => {
  const { movements, vocabulary } = starterLibrary();
  const words = lexiconOf(vocabulary);
  const of = (slug: string) =>
    feltIn(
      movements.find(({ id }) => id === `waxwing:${slug}`)!,
      words,
    );
  const placesOf = (slug: string) => of(slug).not.map(({ place }) => place);

  test.each([
    ['dumbbell-romanian-deadlift', 'the low back'],
    ['glute-bridge', 'a cramp in the back of the thigh'],
    ['full-push-up', 'the wrist'],
    ['bent-over-row', 'the arms before the back'],
    ['reverse-lunge', 'the front of the knee'],
    ['tuck-jump', 'heaviness below, or leaking'],
    ['lying-hamstring-strap', 'tingling, or a line into the calf or the hand'],
    ['short-curl-up', 'the neck'],
  ])('%s isn’t felt in %s', (slug, place) => {
    expect(placesOf(slug)).toContain(place);
  });

  test('what is right for one of its kind isn’t called wrong', () => {
    expect(placesOf('shrug')).not.toContain('the top of the shoulders and the neck');
    expect(placesOf('forearm-plank')).not.toContain('the wrist');
  });

  test('nothing is wrong in so many places that nobody would ask', () => {
    const most = Math.max(...movements.map((document) => feltIn(document, words).not.length));
    expect(most).toBeLessThanOrEqual(6);
    const silent = movements.filter((document) => {
      const felt = feltIn(document, words);
      return felt.in.length + felt.not.length === 0;
    });
    expect(silent.map(({ id }) => id)).toEqual([]);
  });
});
