import { describe, expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { causeKind } from '../movement/terms.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { workOn } from './workOn.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const byId = new Map(movements.map((each) => [each.id, each]));

describe('work that a fault calls for', () => {
  const fault = { type: 'knees-in', causes: ['not-understood', 'mobility:ankle', 'strength:glutes', 'load'] };

  test('for each cause that work takes away, in the fault’s order, with the weeks', () => {
    const { causes } = workOn(fault, 'waxwing:goblet-squat', lexicon);
    expect(causes.map(({ id, weeks }) => [id, weeks])).toEqual([
      ['mobility:ankle', 4],
      ['strength:glutes', 6],
    ]);
    expect(causes[1]!.work).toContain('waxwing:glute-bridge');
  });

  test('never the movement itself', () => {
    expect(workOn(fault, 'waxwing:glute-bridge', lexicon).causes[1]!.work).not.toContain('waxwing:glute-bridge');
    expect(workOn({ type: 'back-rounds', causes: ['load'] }, 'waxwing:dowel-hinge', lexicon)).toEqual({
      drills: ['waxwing:wall-tap-hinge'],
      causes: [],
    });
  });

  test('nor the movement that the fault goes back to', () => {
    const fault = { type: 'squats-the-hinge', causes: [], regressTo: 'waxwing:dowel-hinge' };
    expect(workOn(fault, 'waxwing:two-hand-swing', lexicon).drills).toEqual(['waxwing:wall-tap-hinge']);
  });

  test('a type or a cause that nobody knows has none', () => {
    expect(workOn({ type: 'new', causes: ['strength:soul'] }, 'x:y', lexicon)).toEqual({ drills: [], causes: [] });
  });
});

describe('work in the starter library', () => {
  test('every cause in it that work takes away has its work', () => {
    const named = new Set(
      [...movements.flatMap(({ faults }) => faults), ...(vocabulary.faultTypes ?? [])].flatMap(({ causes }) => causes),
    );
    const worked = [...named].filter((cause) => /^(strength|mobility|balance)/.test(cause));
    expect(worked.length).toBeGreaterThan(25);
    expect(worked.filter((cause) => !lexicon.causes.has(cause))).toEqual([]);
  });

  test('what strengthens a muscle uses it; what loosens is a stretch or a mobility drill; balance is asked for standing', () => {
    const wrong = [...lexicon.causes.values()].flatMap(({ id, work }) => {
      const part = id.split(':')[1];
      return work
        .map((each) => byId.get(each)!)
        .filter(({ muscles, pattern, position }) => {
          if (causeKind(id) === 'strength') return !muscles.some(({ muscle, share }) => muscle === part && share >= 0.2);
          if (causeKind(id) === 'mobility') return pattern !== 'stretch' && pattern !== 'mobility';
          return position !== 'standing' && position !== 'split';
        })
        .map((each) => `${id}: ${each.id}`);
    });
    expect(wrong).toEqual([]);
  });

  test('work is for anybody: no jump, nothing that needs practice', () => {
    for (const { id, work } of lexicon.causes.values()) {
      for (const movement of work.map((each) => byId.get(each)!)) {
        expect([id, movement.id, movement.impact, movement.skill < 3]).toEqual([id, movement.id, 'none', true]);
      }
    }
  });
});
