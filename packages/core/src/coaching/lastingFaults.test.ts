import { expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { lastingFaults } from './lastingFaults.ts';
import { workOn } from './workOn.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const documentOf = (id: string) => movements.find((each) => each.id === id);
/** Some fault whose cause has work of its own. */
const [movement, fault] = movements.flatMap((each) =>
  each.faults.flatMap((one) => (workOn(one, each.id, lexicon).causes.length > 0 ? [[each, one] as const] : [])),
)[0]!;
const id = `${movement.id}/${fault.id}`;
const of = (lately: [number, number], before?: [number, number]) =>
  lastingFaults(
    { [id]: { shown: lately[0], looked: lately[1] } },
    before ? { [id]: { shown: before[0], looked: before[1] } } : {},
    documentOf,
    lexicon,
  );

test('a fault that stays calls for work on its cause, and it is said whether it shows less than before', () => {
  expect(of([5, 10], [9, 10])).toMatchObject([{ faultId: id, text: '5 of 10 sets, 9 of 10 before', hasFallen: true }]);
  expect(of([8, 10], [9, 10])[0]!.hasFallen).toBe(false);
  expect(of([8, 10])[0]!.hasFallen).toBeNull();
  expect(of([8, 10])[0]!.work.length).toBeGreaterThan(0);
});

test('what was seen now and then, or hardly looked for, calls for nothing', () => {
  expect(of([2, 10])).toEqual([]);
  expect(of([5, 5])).toEqual([]);
});
