import { describe, expect, test } from '@jest/globals';
import { firstAgainstLatest, MEASURES, type MeasuredValue } from './measurement.ts';

const taken = (measureId: string, value: number, localDate: string, side?: 'left' | 'right'): MeasuredValue => ({
  measureId,
  value,
  localDate,
  ...(side && { side }),
});

describe('the first test against the latest', () => {
  test('whatever order they come in, and what lies between doesn’t count', () => {
    const [chair] = firstAgainstLatest([
      taken('sit-to-stand-30', 21, '2026-11-20'),
      taken('sit-to-stand-30', 14, '2026-09-01'),
      taken('sit-to-stand-30', 11, '2026-10-01'),
    ]);
    expect(chair).toMatchObject({ first: { value: 14 }, latest: { value: 21 }, change: 7, isBetter: true });
  });

  test('one alone is compared with nothing', () => {
    expect(firstAgainstLatest([taken('held-plank', 40, '2026-09-01')])[0]).toMatchObject({
      latest: null,
      change: null,
      isBetter: null,
    });
  });

  test('less is worse where more is better; the same is neither; of a body nobody says what is better', () => {
    const pair = (id: string, from: number, to: number) =>
      firstAgainstLatest([taken(id, from, '2026-09-01'), taken(id, to, '2026-11-01')])[0]!.isBetter;
    expect(pair('push-ups', 20, 15)).toBe(false);
    expect(pair('push-ups', 20, 20)).toBeNull();
    for (const { id } of MEASURES.filter(({ kind }) => kind === 'body')) expect(pair(id, 80, 70)).toBeNull();
  });

  test('sides are held apart', () => {
    const legs = firstAgainstLatest([
      taken('one-leg-stand', 8, '2026-09-01', 'left'),
      taken('one-leg-stand', 30, '2026-09-01', 'right'),
      taken('one-leg-stand', 20, '2026-11-01', 'left'),
    ]);
    expect(legs.map(({ side, change }) => [side, change])).toEqual([
      ['left', 12],
      ['right', null],
    ]);
  });

  test('comes in the order of the catalogue; what isn’t in it is left out', () => {
    const order = firstAgainstLatest([
      taken('waist', 90, '2026-09-01'),
      taken('handstand', 1, '2026-09-01'),
      taken('push-ups', 10, '2026-09-01'),
    ]).map(({ measure }) => measure.id);
    expect(order).toEqual(['push-ups', 'waist']);
  });
});

test('every measure can be taken: its range is one, its clock is set, its name is its own', () => {
  for (const { low, high, run, seconds } of MEASURES) {
    expect(low).toBeLessThan(high);
    expect(seconds !== undefined).toBe(run === 'count-in');
  }
  for (const key of ['id', 'name'] as const) expect(new Set(MEASURES.map((each) => each[key])).size).toBe(MEASURES.length);
});
