import { describe, expect, test } from '@jest/globals';
import { movementDocument, smallMovements } from '../test/smallLibrary.ts';
import { findLoop, ladderOf, nearest, pathTo, reach, rungs } from './ladder.ts';
import { ladderText } from './ladderText.ts';
import { reasonsClosed } from './openTo.ts';

const SHOWN = { sets: 1, reps: 1, reserve: 0 };
const step = (to: string, levers: readonly ('range' | 'limbs' | 'load')[]) => ({ to, levers: [...levers], shownFirst: SHOWN });

describe('the ladder', () => {
  test('a rung is the longest way up to it', () => {
    const ladder = ladderOf([
      movementDocument({ id: 'w:a', harder: [step('w:b', ['range']), step('w:c', ['range'])] }),
      movementDocument({ id: 'w:b', harder: [step('w:c', ['range'])] }),
      movementDocument({ id: 'w:c' }),
    ]);
    expect([...rungs(ladder)]).toEqual([
      ['w:a', 0],
      ['w:b', 1],
      ['w:c', 2],
    ]);
  });

  test('a loop is found and named', () => {
    const ladder = ladderOf([
      movementDocument({ id: 'w:a', harder: [step('w:b', ['range'])] }),
      movementDocument({ id: 'w:b', harder: [step('w:c', ['range'])] }),
      movementDocument({ id: 'w:c', harder: [step('w:b', ['range'])] }),
    ]);
    expect(findLoop(ladder)).toEqual(['w:b', 'w:c', 'w:b']);
    expect(findLoop(ladderOf(smallMovements()))).toBeNull();
  });

  test('nearest is by what the levers cost, not by the number of steps', () => {
    const ladder = ladderOf([
      movementDocument({ id: 'w:a', harder: [step('w:top', ['limbs', 'load'])] }),
      movementDocument({ id: 'w:b', harder: [step('w:m', ['range'])] }),
      movementDocument({ id: 'w:m', harder: [step('w:top', ['range'])] }),
      movementDocument({ id: 'w:top' }),
    ]);
    expect(nearest(ladder, 'w:top', 'easier', () => true).map((path) => path.movementId)).toEqual(['w:m', 'w:b', 'w:a']);
    expect(nearest(ladder, 'w:top', 'easier', (id) => id !== 'w:m').map((path) => path.movementId)).toEqual(['w:a']);
  });

  test('why a movement isn’t open: kit that is missing and not replaced, and a caution that closes it', () => {
    const loaded = smallMovements()[2]!;
    const names = { kit: (id: string) => `a ${id}`, caution: (id: string) => id };
    const none = { kit: new Set<string>(), cautions: new Set(['low-back']) };
    expect(reasonsClosed(loaded, none, names)).toEqual(['needs a kettlebell', 'low-back caution: Not loaded yet.']);
    const bell = { ...loaded, kit: { ...loaded.kit, replaceable: [{ kit: 'kettlebell', by: 'dumbbell' }] } };
    expect(reasonsClosed(bell, { kit: new Set(['dumbbell']), cautions: new Set() }, names)).toEqual([]);
    expect(reasonsClosed(loaded, { kit: null, cautions: new Set() }, names)).toEqual([]);
  });
});

describe('the way up', () => {
  const documents = [
    movementDocument({ id: 'w:ground', harder: [step('w:a', ['range']), step('w:goal', ['limbs', 'load'])] }),
    movementDocument({ id: 'w:a', harder: [step('w:b', ['range'])] }),
    movementDocument({ id: 'w:b', harder: [step('w:goal', ['range'])] }),
    movementDocument({ id: 'w:near', harder: [step('w:goal', ['load'])] }),
    movementDocument({ id: 'w:goal', harder: [] }),
    movementDocument({ id: 'w:off', harder: [] }),
  ];
  const ladder = ladderOf(documents);
  const way = (origins: readonly string[], isOpen = (_id: string) => true) =>
    pathTo(ladder, 'w:goal', origins, isOpen)?.steps.map(({ from, to }) => `${from}>${to}`) ?? null;

  test('is the cheapest by levers, from whichever of several places is nearest', () => {
    expect(way(['w:ground'])).toEqual(['w:ground>w:a', 'w:a>w:b', 'w:b>w:goal']);
    expect(way(['w:ground', 'w:near'])).toEqual(['w:near>w:goal']);
    expect(way(['w:goal'])).toEqual([]);
  });

  test('goes round what is closed, and is none when everything is', () => {
    expect(way(['w:ground'], (id) => id !== 'w:b')).toEqual(['w:ground>w:goal']);
    expect(way(['w:ground'], (id) => id !== 'w:goal')).toBeNull();
    expect(way(['w:off'])).toBeNull();
  });

  test('reaches everything above or below', () => {
    expect([...reach(ladder, ['w:a'], 'harder')]).toEqual(['w:a', 'w:b', 'w:goal']);
    expect([...reach(ladder, ['w:b'], 'easier')].sort()).toEqual(['w:a', 'w:b', 'w:ground']);
  });

  test('is written a line a rung, side branches in brackets', () => {
    expect(ladderText(ladder, ['w:a', 'w:b', 'w:goal'], (id) => id.slice(2))).toBe(
      '   2 a → b by range\n   3 b → goal by range\n   4 goal',
    );
  });
});
