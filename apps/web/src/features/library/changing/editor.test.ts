import { expect, test } from '@jest/globals';
import { causeText, causesFound, evidenceOf, saidAt, sharedFound, sharedLike, wordsFound } from './editor.ts';
import { lexiconOf, type SharedCue } from '@waxwing/core/movement';

const KIT = [
  { id: 'band', name: 'a long band', otherNames: ['resistance band'] },
  { id: 'band-loop', name: 'a band loop' },
  { id: 'bar', name: 'a barbell' },
];
const cue = (id: string, text: string): SharedCue => ({ id, text, kind: 'external', for: [] });

test('words are found by parts of any of their names, and what is there already isn’t', () => {
  expect(wordsFound(KIT, 'ba', new Set(['bar'])).map(({ id }) => id)).toEqual(['band', 'band-loop']);
  expect(wordsFound(KIT, 'band resist', new Set())).toEqual([{ id: 'band', text: 'a long band', note: 'also: resistance band' }]);
  expect(wordsFound(KIT, '', new Set(), 2)).toHaveLength(2);
});

test('shared cues are found by the beginnings of their words; one that says much the same is told', () => {
  const cues = [cue('floor', 'Spread the floor apart'), cue('push', 'Push the floor away'), cue('belt', 'Belt stays level')];
  expect(sharedFound(cues, 'flo sp', new Set()).map(({ id }) => id)).toEqual(['floor']);
  expect(sharedFound(cues, 'the floor', new Set(['floor'])).map(({ id }) => id)).toEqual(['push']);
  expect(sharedLike(cues, 'Push floor away')?.id).toBe('push');
  expect(sharedLike(cues, 'Push the door away from here')).toBeUndefined();
});

test('causes by what they are called', () => {
  const lexicon = lexiconOf({ causes: [{ id: 'strength:glutes', name: 'weak glutes', work: ['a:b'], weeks: 6 }] });
  expect(causesFound(lexicon, 'weak', []).map(({ id }) => id)).toEqual(['strength:glutes']);
  expect(causesFound(lexicon, '', ['load']).map(({ id }) => id)).not.toContain('load');
  expect(causeText('mobility:ankle', lexicon)).toBe('mobility of the ankle');
});

test('what is said of a place is said of what is in it, not of its neighbour', () => {
  const at = (path: string) => ({ severity: 'hint' as const, movementId: 'a:b', path, message: path });
  const problems = ['cues[1]', 'cues[1].text', 'cues[10]', 'cues'].map(at);
  expect(saidAt(problems, 'cues[1]')).toEqual(['cues[1]', 'cues[1].text']);
});

test('what a cue did is summed over the faults of this movement only', () => {
  const trial = (faultId: string, cueId: string, fixed: number) => ({
    faultId,
    cueId,
    tally: { trials: 4, score: fixed, fixed },
    lastOn: '2026-03-02',
  });
  const evidence = evidenceOf([trial('a:b/x', 'c', 1), trial('a:b/y', 'c', 3), trial('a:bb/x', 'c', 4)], 'a:b');
  expect([evidence.ofCue('c').fixed, evidence.against('a:b/y', 'c').fixed, evidence.ofCue('d').trials]).toEqual([4, 3, 0]);
});
