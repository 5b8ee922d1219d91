import { describe, expect, test } from '@jest/globals';
import { ladderOf } from '../ladder/ladder.ts';
import { lexiconOf } from '../movement/library.ts';
import { resolveMovement, stancesInForce } from '../movement/resolvedMovement.ts';
import { revisionOf, SMALL_VOCABULARY, smallMovements } from '../test/smallLibrary.ts';
import { isCueingSpent, nextChanges, type NextChangeInput } from './nextChange.ts';
import type { SaidCue } from './rankCues.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const documents = smallMovements();
const loaded = documents[2]!;
const movement = resolveMovement(revisionOf(loaded), lexicon, stancesInForce(lexicon));

function changes(type: string, part: Partial<NextChangeInput> = {}) {
  return nextChanges({
    fault: movement.faults.find((fault) => fault.type === type)!,
    document: loaded,
    lexicon,
    ladder: ladderOf(documents),
    nameOf: (id) => documents.find((document) => document.id === id)!.name,
    isOpen: () => true,
    isLoaded: true,
    done: new Set(),
    ...part,
  });
}

const tried = (cueId: string, outcome: SaidCue['outcome']): SaidCue => ({
  cueId,
  outcome: outcome!,
  inThisSet: true,
  counts: true,
});

describe('what to change when saying it doesn’t help', () => {
  test('two different cues without effect are enough, one where it is a risk', () => {
    expect(isCueingSpent('performance', [tried('a', 'same')])).toBe(false);
    expect(isCueingSpent('performance', [tried('a', 'same'), tried('a', 'same')])).toBe(false);
    expect(isCueingSpent('performance', [tried('a', 'same'), tried('b', 'worse')])).toBe(true);
    expect(isCueingSpent('risk', [tried('a', 'same')])).toBe(true);
    expect(isCueingSpent('risk', [tried('a', 'better')])).toBe(false);
    expect(isCueingSpent('risk', [{ ...tried('a', 'same'), inThisSet: false }])).toBe(false);
  });

  test('the author’s correction, then the levers for its causes, then the named regression, then the nearest easier one', () => {
    const found = changes('knees-in');
    expect(found[0]).toMatchObject({ kind: 'set-up', text: 'Two fingers wider' });
    const swaps = found.filter((change) => change.kind === 'swap');
    expect(swaps.map((swap) => swap.movementId)).toEqual(['waxwing:easy', 'waxwing:middle']);
    expect(found.findIndex((change) => change.kind === 'lever')).toBe(1);
    expect(found.at(-1)!.kind).toBe('swap');
  });

  test('the lever that takes the cause away directly comes first, in the movement’s own words', () => {
    // Of a load cause: load directly; tempo and range in part, the smaller first.
    expect(
      changes('trunk-tips')
        .slice(0, 3)
        .map((change) => change.text),
    ).toEqual(['Next lighter load', 'Stop at the box', 'Three seconds down']);
    expect(changes('trunk-tips', { isLoaded: false }).map((change) => change.text)).not.toContain('Next lighter load');
  });

  test('what was done in this set is not proposed again', () => {
    expect(changes('trunk-tips', { done: new Set(['lever:load']) })[0]!.text).toBe('Stop at the box');
  });

  test('only movements that are open to the client, with the levers of the way there', () => {
    const found = changes('knees-in', { isOpen: (id) => id === 'waxwing:middle' });
    expect(found.filter((change) => change.kind === 'swap')).toEqual([
      expect.objectContaining({ movementId: 'waxwing:middle', text: 'Swap for middle squat', levers: ['load'] }),
    ]);
  });
});
