import { describe, expect, test } from '@jest/globals';
import { watchNext, type FaultToWatch, type LaneToWatch } from './watchNext.ts';

const KNEES: FaultToWatch = { name: 'Knee drops in', severity: 'risk', views: ['front'], shown: 4, looked: 12 };
const TIPS: FaultToWatch = { name: 'Trunk tips', severity: 'performance', views: ['side'], shown: 0, looked: 0 };
const CHIN: FaultToWatch = { name: 'Head juts', severity: 'polish', views: ['side', 'front'], shown: 12, looked: 12 };

function lane(laneId: string, part: Partial<LaneToWatch> = {}): LaneToWatch {
  return { laneId, faults: [KNEES], secondsSinceWatched: 60, seenFrom: ['front'], ...part };
}

describe('whom to watch next', () => {
  test('is reckoned from what they may show, how often they do, and how long nobody has looked', () => {
    // 9 × (4 + 0.5) / (12 + 4) = 2.53125 a minute without a look.
    expect(watchNext([lane('a')])[0]!.score).toBeCloseTo(2.53125);
    expect(watchNext([lane('a', { secondsSinceWatched: 90 })])[0]!.score).toBeCloseTo(1.5 * 2.53125);
    // Beyond two minutes it is no more urgent.
    expect(watchNext([lane('a', { secondsSinceWatched: 900 })])[0]!.score).toBeCloseTo(2 * 2.53125);
  });

  test('who hasn’t been looked at goes before who was just seen, and a risk before what is untidy', () => {
    const [first, second] = watchNext([lane('seen', { secondsSinceWatched: 5 }), lane('forgotten')]);
    expect([first!.laneId, second!.laneId]).toEqual(['forgotten', 'seen']);
    expect(watchNext([lane('untidy', { faults: [CHIN] }), lane('risky')])[0]!.laneId).toBe('risky');
  });

  test('a risk that can’t have been seen from where one stood counts one more, and says where to go', () => {
    const [found] = watchNext([lane('a', { faults: [KNEES, TIPS, CHIN], secondsSinceWatched: 0, seenFrom: ['side'] })]);
    expect(found).toMatchObject({ score: 1, view: 'front' });
    expect(found!.reasons).toEqual([
      'knee drops in, a risk, in 4 of 12 sets',
      'not looked at from there in this set',
      'looked at just now',
    ]);
  });

  test('the view is where most of what they may show can be seen', () => {
    const wide = watchNext([lane('a', { faults: [TIPS, CHIN], seenFrom: [] })])[0]!;
    expect(wide.view).toBe('side');
    expect(wide.reasons).toEqual(['head juts, in 12 of 12 sets', 'nobody has looked for a minute']);
    expect(watchNext([lane('a', { faults: [] })])).toEqual([]);
  });
});
