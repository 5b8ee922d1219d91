import { describe, expect, test } from '@jest/globals';
import { KNEES_IN, movementDocument } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { ladderOf, rungs } from './ladder.ts';
import { stepProblems } from './stepCheck.ts';

const up = (to: string) => ({ to, levers: ['range' as const], shownFirst: { sets: 1, reps: 1, reserve: 1 } });
const bare = { harder: [], cautions: [], faults: [] };
const one = (part: object) => movementDocument({ ...bare, id: 'w:one', skill: 1, ...part });
const two = (part: object = {}) => movementDocument({ ...bare, id: 'w:two', skill: 2, ...part });

describe('steps that somebody should look at', () => {
  const messages = (...documents: Parameters<typeof stepProblems>[0]) => stepProblems(documents).map(({ message }) => message);

  test('a leap in skill, and a step to less of it', () => {
    expect(messages(one({ harder: [up('w:two')] }), two())).toEqual([]);
    expect(messages(one({ harder: [up('w:two')] }), two({ skill: 3 }))).toEqual([
      'w:two asks for much more skill: what stands between?',
    ]);
    expect(messages(one({ skill: 3, harder: [up('w:two')] }), two())).toEqual(['w:two asks for less skill than this']);
  });

  test('a movement to go back to that is on no way down, unless it is called a drill or belongs to a part', () => {
    const back = (part: object = {}) => two({ faults: [{ ...KNEES_IN, regressTo: 'w:one', ...part }] });
    expect(messages(one({ harder: [up('w:two')] }), back())).toEqual([]);
    expect(messages(one({}), back())).toEqual(['w:one isn’t below this on any way: is it a drill?']);
    expect(messages(one({}), back({ drill: true }))).toEqual([]);
    expect(messages(one({}), { ...back(), components: ['w:one'] })).toEqual([]);
  });
});

describe('the starter library’s ladders', () => {
  const { movements } = starterLibrary();
  const rungOf = rungs(ladderOf(movements));
  const rung = (slug: string) => rungOf.get(`waxwing:${slug}`)!;

  test('ask for a look nowhere', () => {
    expect(stepProblems(movements)).toEqual([]);
  });

  test.each([
    ['high-seat-sit-to-stand', 'wall-sit'],
    ['all-fours-row', 'bent-over-row'],
    ['thumb-up-raise', 'lateral-raise'],
    ['seated-lateral-raise', 'lateral-raise'],
    ['bird-dog', 'bear-hover'],
    ['scapular-push-up', 'full-push-up'],
    ['full-push-up', 'pike-push-up'],
    ['two-hand-swing', 'kettlebell-clean'],
    ['dumbbell-romanian-deadlift', 'two-hand-swing'],
    ['low-box-jump', 'squat-jump'],
    ['squat-jump', 'star-jump'],
    ['concentration-curl', 'split-stance-curl'],
    ['deadlift-and-row', 'deadlift-upright-row'],
    ['goblet-squat', 'cossack-squat'],
    ['calf-hops', 'squat-jump'],
  ])('%s stands below %s', (easier, harder) => {
    expect(rung(easier)).toBeLessThan(rung(harder));
  });

  test('a joined movement hangs from one of its parts', () => {
    const loose = movements.filter(
      ({ id, components = [] }) =>
        components.length > 0 &&
        !movements.some((part) => components.includes(part.id) && part.harder.some(({ to }) => to === id)) &&
        id.startsWith('waxwing:') &&
        movements.find((each) => each.id === id)!.family === 'joined',
    );
    expect(loose.map(({ id }) => id)).toEqual([]);
  });
});
