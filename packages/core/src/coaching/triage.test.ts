import { describe, expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { resolveMovement, stancesInForce } from '../movement/resolvedMovement.ts';
import { movementDocument, revisionOf, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { triage, type TriageInput } from './triage.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const movement = resolveMovement(revisionOf(movementDocument({ id: 'waxwing:middle' })), lexicon, stancesInForce(lexicon));
const id = (slug: string) => `waxwing:middle/${slug}`;

function decide(slugs: readonly string[], part: Partial<TriageInput> = {}) {
  return triage({
    movement,
    present: slugs.map((slug) => ({ faultId: id(slug), seenInSet: 1 })),
    rate: () => 0,
    cautionRegions: new Set(),
    hasHistory: true,
    aboveLastCleanLoad: undefined,
    ...part,
  });
}

describe('triage', () => {
  test('risk before performance before polish', () => {
    const found = decide(['head-juts', 'trunk-tips', 'knees-in'])!;
    expect(found.first.fault.type).toBe('knees-in');
    expect(found.parked.map((parked) => parked.fault.type)).toEqual(['trunk-tips', 'head-juts']);
  });

  test('a fault that clears a risk counts as a risk and comes before it', () => {
    const found = decide(['knees-in', 'heels-lift'])!;
    expect(found.first.fault.type).toBe('heels-lift');
    expect(found.first.severity).toBe('risk');
    expect(found.reasons).toEqual(['it brings on “knee drops in”, which is a risk']);
    expect(found.parked[0]!.because).toBe('it often goes with it');
  });

  test('without that risk it is only what it is', () => {
    expect(decide(['heels-lift'])!.first.severity).toBe('performance');
  });

  test('alike in all else: lower in the chain first, then the more frequent', () => {
    expect(decide(['trunk-tips', 'heels-lift'])!.first.fault.type).toBe('heels-lift');
    const twins = {
      ...movement,
      faults: movement.faults.map((fault) => ({ ...fault, region: 'trunk' as const, severity: 'polish' as const, clears: [] })),
    };
    const rate = (faultId: string) => (faultId === id('head-juts') ? 0.6 : 0.1);
    expect(decide(['trunk-tips', 'head-juts'], { movement: twins, rate })!.first.fault.type).toBe('head-juts');
  });

  test('a risk above the last clean load ends the set; without history it is said once first', () => {
    expect(decide(['knees-in'], { aboveLastCleanLoad: true })!.endSet).toMatch(/heavier than the last clean load/);
    expect(decide(['knees-in'], { aboveLastCleanLoad: false })!.endSet).toBeNull();
    expect(decide(['knees-in'], { aboveLastCleanLoad: true, hasHistory: false })!.endSet).toBeNull();
    const again = {
      hasHistory: false,
      present: [{ faultId: id('knees-in'), seenInSet: 2 }],
      cautionRegions: new Set(['knees'] as const),
    };
    expect(decide([], again)!.endSet).toMatch(/where there is a caution/);
  });

  test('a caution elsewhere, or a fault that is no risk, doesn’t end it', () => {
    expect(decide(['knees-in'], { cautionRegions: new Set(['arms']) })!.endSet).toBeNull();
    expect(decide(['trunk-tips'], { cautionRegions: new Set(['trunk']), aboveLastCleanLoad: true })!.endSet).toBeNull();
  });

  test('nothing there, nothing to correct', () => {
    expect(decide([])).toBeNull();
    expect(decide(['not-of-this-movement'])).toBeNull();
  });
});
