import { describe, expect, test } from '@jest/globals';
import { NameIndex } from './nameIndex.ts';
import { stemOf, wordsIn } from '../movement/stems.ts';

/** Movements by their names, the main one first. */
const MOVEMENTS = [
  ['Push-up', 'press up'],
  ['Wide push-up'],
  ['Wall sit', 'wall squat'],
  ['Squat jump', 'jump squat'],
  ['Squat'],
  ['Squats with a step and a turn'],
];
const index = new NameIndex(MOVEMENTS.map((names) => names.map(wordsIn)));
const find = (query: string) => index.find(wordsIn(query).map(stemOf));
const exactly = (query: string) => [...index.exactly(wordsIn(query).map(stemOf))];
/** Main names, best first. */
const ranked = (query: string) =>
  [...find(query)].sort(([, a], [, b]) => a.cost - b.cost).map(([movement]) => MOVEMENTS[movement]![0]);

describe('movements by the words of their names', () => {
  test('the one that is called just so comes before those that have it in their names, the shorter before the longer', () => {
    expect(ranked('squat')).toEqual(['Squat', 'Squat jump', 'Wall sit', 'Squats with a step and a turn']);
    expect(find('squat').get(4)).toEqual({ cost: 0, isMain: true });
    expect(exactly('squat')).toEqual([4]);
  });

  test('a main name comes before another name that says the same', () => {
    const [main, other] = [find('squat jump').get(3)!, find('jump squat').get(3)!];
    expect(main.isMain).toBe(true);
    expect(other.cost).toBeGreaterThanOrEqual(main.cost);
    expect([exactly('squat jump'), exactly('jump squat')]).toEqual([[3], [3]]);
    expect(ranked('press up')).toEqual(['Push-up']);
    expect(find('press up').get(0)).toMatchObject({ isMain: false });
    expect(exactly('press up')).toEqual([0]);
  });

  test('all words have to stand in one name', () => {
    expect(ranked('wide push')).toEqual(['Wide push-up']);
    expect(ranked('wall push')).toEqual([]);
    expect(find('').size).toBe(0);
  });

  test('a word may be typed in part; what is whole comes first', () => {
    expect(ranked('squ')).toHaveLength(4);
    const { cost: whole } = find('wall sit').get(2)!;
    expect(find('wall si').get(2)!.cost).toBeGreaterThan(whole);
  });

  test('a name is found by who runs it together', () => {
    expect(ranked('pushup')[0]).toBe('Push-up');
    expect(exactly('wallsit')).toEqual([2]);
    expect(exactly('wall')).toEqual([]);
  });
});

describe('words by themselves', () => {
  test('in how many names one stands, and in the names of which movements', () => {
    expect(index.frequency(stemOf('squats'))).toBe(5);
    expect([...index.with(stemOf('wall'))]).toEqual([2]);
    expect([...index.with('squ')].sort()).toEqual([2, 3, 4, 5]);
    expect(index.has(stemOf('jumping'))).toBe(true);
    expect(index.has('hop')).toBe(false);
  });
});
