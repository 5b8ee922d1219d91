import { describe, expect, test } from '@jest/globals';
import { beginSet, countRep, endSet, switchSide, type LaneSituation } from '@waxwing/core/session';
import { floor } from '../../../../../packages/core/src/test/floor.ts';
import { movementDocument, revisionOf, smallBrief } from '../../../../../packages/core/src/test/smallLibrary.ts';
import { laneCount, restLeft } from './laneCount.ts';

function doing(part: Parameters<typeof movementDocument>[0]) {
  const brief = smallBrief();
  const document = movementDocument({ ...part, id: 'waxwing:middle' });
  const revisions = [...brief.revisions.filter((each) => each.document.id !== 'waxwing:middle'), revisionOf(document)];
  const clients = brief.clients.map((client) => ({
    ...client,
    items: client.items.map((item) => ({ ...item, dose: document.dose, revisionId: revisions.at(-1)!.revisionId })),
  }));
  return floor({}, 'waxwing:middle', { ...brief, revisions, clients });
}

const later = ({ set }: LaneSituation, seconds: number) => new Date(Date.parse(set!.endedAt ?? set!.startedAt) + seconds * 1000);

describe('what a lane’s counter shows', () => {
  test('reps against what was asked; by turns both sides count', () => {
    const both = doing({ id: '' });
    const situation = both.tap(countRep, countRep);
    expect(laneCount(situation, later(situation, 5))).toMatchObject({ done: 2, target: 10, unit: 'reps', isHold: false });
    const dose = { kind: 'reps', low: 8, high: 12 } as const;
    for (const [perSide, target] of [
      [true, 20],
      [false, 10],
    ] as const) {
      const turns = doing({ id: '', laterality: 'alternating', dose: { ...dose, perSide } }).tap(countRep);
      expect(laneCount(turns, later(turns, 5))).toMatchObject({ done: 1, target, unit: 'steps, both sides' });
    }
  });

  test('one side after the other counts the one that works, and says that the other is left to do', () => {
    const { tap } = doing({ id: '', laterality: 'one-side' });
    const first = tap(countRep, countRep, countRep);
    expect(laneCount(first, later(first, 1))).toMatchObject({
      done: 3,
      unit: 'left side',
      follows: { kind: 'side', side: 'right' },
    });
    const second = tap(switchSide, countRep);
    expect(laneCount(second, later(second, 1))).toMatchObject({ done: 1, unit: 'right side', follows: null });
  });

  test('a hold counts its seconds, and nothing before it is begun', () => {
    const { tap, look } = doing({ id: '', dose: { kind: 'seconds', low: 20, high: 40 } });
    expect(laneCount(look().situation, new Date())).toMatchObject({ done: 0, isHold: true, unit: 's' });
    const on = tap(beginSet);
    expect(laneCount(on, later(on, 12))).toMatchObject({ done: 12 });
  });

  test('a rest runs down from what is asked, and below none when it is over', () => {
    const { tap } = doing({ id: '' });
    const on = tap(countRep);
    expect(restLeft(on, later(on, 3))).toBeNull();
    const over = tap((context) => endSet(context, 'done'));
    expect(restLeft(over, later(over, 20))).toBe(40);
    expect(restLeft(over, later(over, 75))).toBe(-15);
  });
});
