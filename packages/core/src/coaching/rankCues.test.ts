import { describe, expect, test } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { resolveMovement, stancesInForce } from '../movement/resolvedMovement.ts';
import { movementDocument, revisionOf, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import type { Audience } from '../movement/terms.ts';
import { EMPTY_BOOK, tallyKey, type TallyBook } from './cueTally.ts';
import { priorOfPlace, rankCues, type PreferredCues, type SaidCue } from './rankCues.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const movement = resolveMovement(revisionOf(movementDocument({ id: 'waxwing:middle' })), lexicon, stancesInForce(lexicon));
const fault = movement.faults.find((each) => each.type === 'knees-in')!;
const [FIRST, SECOND] = ['spread-the-floor', 'waxwing:middle/third'] as const;

function rank(book: TallyBook, said: readonly SaidCue[] = [], style?: PreferredCues) {
  return rankCues({ fault, clientName: 'Ilse', book, said, style });
}

function said(cueId: string, outcome: SaidCue['outcome'], part: Partial<SaidCue> = {}): SaidCue {
  return { cueId, inThisSet: true, counts: true, ...(outcome && { outcome }), ...part };
}

describe('ranking cues', () => {
  test('with no history the library’s order stands and says so', () => {
    const ranked = rank(EMPTY_BOOK);
    expect(ranked.map((each) => each.cue.cueId)).toEqual([FIRST, SECOND]);
    expect(ranked.map((each) => each.estimate)).toEqual([0.5, 0.45]);
    expect(ranked[0]!.reasons).toEqual(['no history yet; first in the library']);
    expect(ranked[1]!.reasons).toEqual(['no history yet; second in the library']);
  });

  test('the worked example: this client 3 of 4, others 1 of 10', () => {
    const key = tallyKey(fault.faultId, FIRST);
    const [first, second] = rank({
      client: { [key]: { trials: 4, score: 3, fixed: 3 } },
      others: { [key]: { trials: 10, score: 1, fixed: 1 } },
      othersByType: {},
    });
    expect(first!.estimate).toBeCloseTo(0.482, 3);
    expect(second!.estimate).toBeCloseTo(0.45, 3);
    expect(first!.reasons).toEqual(['fixed it 3 of 4 times for Ilse', 'fixed it 1 of 10 times for others']);
  });

  test('without a trial of others at this fault, their trials of its type over all movements count', () => {
    const byType = { [tallyKey('knees-in', SECOND)]: { trials: 6, score: 6, fixed: 6 } };
    const [first] = rank({ client: {}, others: {}, othersByType: byType });
    expect(first!.cue.cueId).toBe(SECOND);
    expect(first!.estimate).toBeCloseTo((0 + 4 * ((6 + 4 * 0.45) / 10)) / 4, 6);
    expect(first!.reasons).toEqual(['fixed it 6 of 6 times for others, over all movements']);
    const atFault = { [tallyKey(fault.faultId, SECOND)]: { trials: 4, score: 0, fixed: 0 } };
    expect(rank({ client: {}, others: atFault, othersByType: byType })[0]!.cue.cueId).toBe(FIRST);
  });

  test('what is meant for such as them is said before, what is meant for others after; nothing is known of a stranger', () => {
    const meant = { ...fault, cues: fault.cues.map((cue, i) => (i === 1 ? { ...cue, audience: 'older-adult' as const } : cue)) };
    const ranked = (audiences?: readonly Audience[]) =>
      rankCues({ fault: meant, clientName: 'Wren', book: EMPTY_BOOK, said: [], ...(audiences && { audiences }) });
    expect(ranked(['older-adult', 'beginner']).map(({ cue }) => cue.cueId)).toEqual([SECOND, FIRST]);
    expect(ranked(['older-adult'])[0]!.reasons).toContain('said to older people');
    expect(ranked(['beginner']).map(({ estimate }) => estimate)).toEqual([0.5, expect.closeTo(0.35)]);
    expect(ranked().map(({ estimate }) => estimate)).toEqual([0.5, 0.45]);
    // What has worked weighs more than whom it was meant for.
    const worked: TallyBook = { ...EMPTY_BOOK, client: { [tallyKey(fault.faultId, FIRST)]: { trials: 4, score: 4, fixed: 4 } } };
    const [first] = rankCues({ fault: meant, clientName: 'Wren', book: worked, said: [], audiences: ['older-adult'] });
    expect(first!.cue.cueId).toBe(FIRST);
  });

  test('one without effect in this set drops below the untried, one that made it worse is not offered again', () => {
    expect(rank(EMPTY_BOOK, [said(FIRST, 'same')]).map((each) => each.cue.cueId)).toEqual([SECOND, FIRST]);
    expect(rank(EMPTY_BOOK, [said(FIRST, 'worse')]).map((each) => each.cue.cueId)).toEqual([SECOND]);
    const earlier = rank(EMPTY_BOOK, [said(FIRST, 'worse', { inThisSet: false })]);
    expect(earlier.map((each) => each.cue.cueId)).toContain(FIRST);
  });

  test('better counts half; a spoilt trial, or one without an outcome, counts for nothing', () => {
    const estimateOf = (trial: SaidCue) => rank(EMPTY_BOOK, [trial]).find((each) => each.cue.cueId === FIRST)!.estimate;
    expect(estimateOf(said(FIRST, 'better'))).toBeCloseTo((0.5 + 4 * 0.5) / 5, 6);
    expect(estimateOf(said(FIRST, 'same', { counts: false }))).toBe(0.5);
    expect(estimateOf(said(FIRST, undefined))).toBe(0.5);
  });

  test('a kind that the client takes to stands two places higher, until trials say otherwise', () => {
    const [first] = rank(EMPTY_BOOK, [], { kinds: ['analogy'], touch: 'ask' });
    expect(first).toMatchObject({
      cue: { cueId: SECOND },
      reasons: ['no history yet; second in the library', 'a kind that Ilse takes to'],
    });
    expect(first!.estimate).toBeCloseTo(0.55, 6);
    const tried = {
      client: { [tallyKey(fault.faultId, SECOND)]: { trials: 6, score: 0, fixed: 0 } },
      others: {},
      othersByType: {},
    };
    expect(rank(tried, [], { kinds: ['analogy'], touch: 'ask' })[0]!.cue.cueId).toBe(FIRST);
  });

  test('nobody is touched who doesn’t want it; who is asked each time, is', () => {
    const hands = { ...fault, cues: fault.cues.map((cue) => (cue.cueId === FIRST ? { ...cue, kind: 'touch' as const } : cue)) };
    const ask = (touch: PreferredCues['touch']) =>
      rankCues({ fault: hands, clientName: 'Ilse', book: EMPTY_BOOK, said: [], style: { kinds: [], touch } });
    expect(ask('no').map((each) => each.cue.cueId)).toEqual([SECOND]);
    expect(ask('ask')[0]!.reasons).toContain('ask before you touch');
    expect(ask('yes')[0]!.reasons).toEqual(['no history yet; first in the library']);
  });

  test('a place far down is never expected to work less than a fifth of the time', () => {
    expect(priorOfPlace(40)).toBe(0.2);
  });
});
