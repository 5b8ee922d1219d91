import { describe, expect, test } from '@jest/globals';
import type { Load } from '../movement/load.ts';
import { tallyKey } from '../coaching/cueTally.ts';
import { CLIENT, smallBrief } from '../test/smallLibrary.ts';
import { floor, type Action } from '../test/floor.ts';
import {
  changeView,
  countRep,
  endSet,
  lookClean,
  makeChange,
  noteOutcome,
  planNextSet,
  rateEffort,
  reportPain,
  sayAnotherCue,
  sayBestCue,
  seeFault,
  swapFor,
  takeNextSet,
  type ActionContext,
} from './actions.ts';
import type { ClientBrief } from './brief.ts';
import { indexBrief } from './briefIndex.ts';
import { neighbour } from './clientAdvice.ts';
import { decisionsDue } from './decisionsDue.ts';
import { nextSetAfter } from './nextSetAfter.ts';
import { isClean } from './setJudgement.ts';
import { projectLog } from './log.ts';

const KNEES = 'waxwing:middle/knees-in';
const HEELS = 'waxwing:middle/heels-lift';

describe('a fault, from the tap to the change', () => {
  test('the cue that comes up is said, and what it did is asked', () => {
    const { tap } = floor();
    const { correction } = tap((c) => seeFault(c, KNEES, 'left'), sayBestCue);
    expect(correction!.triage.first).toMatchObject({ side: 'left', severity: 'risk' });
    expect(correction!.waitingFor).toMatchObject({ text: 'Spread the floor apart' });
    expect(tap((c) => noteOutcome(c, 'fixed')).correction).toBeNull();
  });

  test('a risk that stays after one cue: enough said, the smallest change first, done in one tap', () => {
    const { tap, look } = floor();
    const spent = tap(
      (c) => seeFault(c, KNEES),
      sayBestCue,
      (c) => noteOutcome(c, 'same'),
      sayBestCue,
    ).correction!;
    expect(spent).toMatchObject({ isCueingSpent: true, waitingFor: null });
    expect(spent.changes[0]).toMatchObject({ kind: 'set-up', text: 'Two fingers wider' });
    const after = tap((c) => makeChange(c, spent.changes[0]!));
    expect(after.set!.segments.map((segment) => segment.change?.text)).toEqual([undefined, 'Two fingers wider']);
    expect(after.correction!.changes.map((change) => change.text)).not.toContain('Two fingers wider');
    expect(look().state.proposals[0]!.decided).toEqual({ taken: true });
  });

  test('parked faults come up by themselves once the first is gone', () => {
    const { tap } = floor();
    tap(
      (c) => seeFault(c, KNEES),
      (c) => seeFault(c, HEELS),
      sayBestCue,
    );
    const next = tap((c) => noteOutcome(c, 'fixed')).correction!;
    expect(next.triage.first.fault.faultId).toBe(KNEES);
    expect(next.waitingFor).toBeNull();
  });

  test('said another way is another cue, and the first one’s trial lapses', () => {
    const { tap } = floor();
    const after = tap((c) => seeFault(c, KNEES), sayBestCue, sayAnotherCue);
    expect(after.correction!.waitingFor!.text).toBe('Tall as a mast');
    expect(after.set!.trials.map((trial) => trial.outcome)).toEqual([undefined, undefined]);
  });

  test('swapping at once needs no cue and goes on in the same set', () => {
    const { tap } = floor();
    const after = tap(countRep, countRep, (c) => swapFor(c, 'waxwing:easy', ['support']));
    expect(after.movement.movementId).toBe('waxwing:easy');
    expect(after.isWorking).toBe(true);
    expect(after.set!.segments.map((segment) => [segment.movementId, segment.counted])).toEqual([
      ['waxwing:middle', 2],
      ['waxwing:easy', 0],
    ]);
  });

  test('the cue that worked last time comes first and says so', () => {
    const key = tallyKey(KNEES, 'waxwing:middle/third');
    const book = { client: { [key]: { trials: 3, score: 3, fixed: 3 } }, others: {}, othersByType: {} };
    const { correction } = floor({ book }).tap((c) => seeFault(c, KNEES), sayBestCue);
    expect(correction!.waitingFor!.text).toBe('Tall as a mast');
    expect(correction!.cues[0]!.reasons).toEqual(['fixed it 3 of 3 times for Ilse']);
  });
});

describe('tiles', () => {
  test('what is seen from here, then the likeliest for this client', () => {
    const { tap } = floor({ faultRates: { 'waxwing:middle/head-juts': { looked: 10, shown: 8 } } });
    const { tiles } = tap();
    expect(tiles.map((tile) => tile.fault.type)).toEqual(['knees-in', 'head-juts', 'heels-lift', 'trunk-tips']);
    expect(tiles.map((tile) => tile.inView)).toEqual([true, false, false, false]);
  });
});

describe('tiles late in the work', () => {
  const rates = (late?: { looked: number; shown: number }) => ({
    'waxwing:middle/head-juts': { looked: 20, shown: 8 },
    'waxwing:middle/heels-lift': { looked: 20, shown: 6, ...(late && { late }) },
  });
  const fromTheSide = (c: ActionContext) => changeView(c, 'side');
  const set = [countRep, (c: ActionContext) => endSet(c, 'done')];

  test('what shows in late sets comes up from the third set on, and after a set that left nothing', () => {
    const { tap } = floor({ faultRates: rates({ looked: 6, shown: 6 }) });
    const first = () => tap().tiles[0]!.fault.type;
    tap(fromTheSide, ...set);
    expect(first()).toBe('head-juts');
    tap((c) => rateEffort(c, { effort: 'nothing-left', reserve: 0 }));
    expect(first()).toBe('heels-lift');
    tap((c) => rateEffort(c, { effort: 'about-right' }), ...set);
    expect(first()).toBe('head-juts');
    tap(countRep);
    expect([tap().set!.ordinal, first()]).toEqual([3, 'heels-lift']);
  });

  test('nothing known of late sets is the order of all sets', () => {
    const { tap } = floor({ faultRates: rates() });
    tap(fromTheSide, ...set, ...set, countRep);
    expect(tap().tiles[0]!.fault.type).toBe('head-juts');
  });
});

describe('a mirror', () => {
  const withMirror = (kit: string[]) => floor({}, 'waxwing:middle', { ...smallBrief(), kit });

  test('shows the front to whoever stands at the side, and what was seen in it was looked at', () => {
    const { tap } = withMirror(['mirror']);
    const { tiles } = tap((c) => changeView(c, 'side'));
    expect(tiles.every(({ inView }) => inView)).toBe(true);
    expect(tap(countRep, lookClean).set!.seenFrom).toEqual(['side', 'front']);
  });

  test('from the front there is no more to see, and without one nothing changes', () => {
    const { tap } = withMirror(['mirror']);
    expect(tap(countRep, lookClean).set!.seenFrom).toEqual(['front']);
    const bare = withMirror([]);
    bare.tap((c) => changeView(c, 'side'), countRep);
    expect(bare.tap((c) => seeFault(c, HEELS)).set!.seenFrom).toEqual(['side']);
    expect(bare.tap().tiles.find(({ fault }) => fault.type === 'knees-in')!.inView).toBe(false);
  });
});

describe('another answer than earlier in the hour', () => {
  const told = [
    (c: ActionContext) => seeFault(c, HEELS),
    sayBestCue,
    (c: ActionContext) => noteOutcome(c, 'same'),
    (c: ActionContext) => endSet(c, 'done'),
  ];

  test('the cue that did nothing in the set before is named beside the new one', () => {
    const { tap } = floor();
    const first = tap((c) => seeFault(c, KNEES), sayBestCue).correction!;
    expect([first.waitingFor!.text, first.unlikeBefore]).toEqual(['Spread the floor apart', null]);
    tap(
      (c) => noteOutcome(c, 'same'),
      (c) => endSet(c, 'done'),
    );
    const second = tap((c) => seeFault(c, KNEES), sayBestCue).correction!;
    expect([second.waitingFor!.text, second.unlikeBefore]).toEqual([
      'Tall as a mast',
      '“Spread the floor apart” did nothing in set 1',
    ]);
  });

  test('an end of the set says that a cue was tried before it', () => {
    const past = {
      localDate: '2026-02-20',
      load: { kind: 'bodyweight' as const },
      lastCleanLoad: { kind: 'bodyweight' as const },
      target: 10,
      done: 10,
      effort: null,
      lookedSets: 3,
      outcomes: [],
    };
    const { tap } = floor({ history: { 'waxwing:middle': past } });
    tap(
      (c) => seeFault(c, KNEES),
      sayBestCue,
      (c) => endSet(c, 'done'),
    );
    const heavier: Load = { kind: 'single', value: 8, unit: 'kg' };
    const { correction } = tap(
      (c) => planNextSet(c, 10, heavier),
      (c) => seeFault(c, KNEES),
    );
    expect(correction!.triage.endSet).toContain('heavier than the last clean load');
    expect(correction!.unlikeBefore).toBe('in set 1, with bodyweight, it was cued first');
  });

  test('nothing where nothing was tried, or the same cue comes again', () => {
    const { tap } = floor();
    const again = tap(...told, (c) => seeFault(c, HEELS), sayBestCue).correction!;
    expect([again.waitingFor!.text, again.unlikeBefore]).toEqual(['Heavy heels', null]);
  });
});

describe('the end of a set', () => {
  test('nobody looked is unknown, not clean', () => {
    const { tap } = floor();
    const { set, movement } = tap(countRep, (c) => endSet(c, 'done'));
    expect(isClean(set!, movement)).toBeNull();
    const looked = floor().tap(countRep, lookClean, (c) => endSet(c, 'done'));
    expect(isClean(looked.set!, looked.movement)).toBe(true);
  });

  test('a range proposal that is taken is what the next set begins with', () => {
    const { tap, index } = floor();
    const rest = tap(
      (c) => seeFault(c, KNEES),
      (c) => endSet(c, 'done'),
      (c) => rateEffort(c, { effort: 'about-right' }),
    );
    const next = nextSetAfter(index, rest, rest.set!, { effort: 'about-right' });
    expect(next).toMatchObject({ kind: 'range', text: 'Stop at the box' });
    const begun = tap((c) => takeNextSet(c, next), countRep);
    expect(begun.set).toMatchObject({ ordinal: 2 });
    expect(begun.set!.segments[0]!.change).toMatchObject({ lever: 'range' });
    expect(begun.item.nextChange).toBeNull();
  });

  test('pain ends the set and leaves the movement out next time', () => {
    const { tap, look, index } = floor();
    const after = tap(countRep, (c) => reportPain(c, 'sharp'));
    expect(after).toMatchObject({ isWorking: false });
    expect(after.set).toMatchObject({ endReason: 'pain', pain: true });
    expect(decisionsDue(index, look().state, look().situation.lane)).toEqual([
      expect.objectContaining({ movementId: 'waxwing:middle', kind: 'leave-out' }),
    ]);
  });

  test('pain before the first rep leaves it out too', () => {
    const { tap, look, index } = floor();
    const { item } = tap((c) => reportPain(c, 'joint'));
    expect(item.pain).toBe(true);
    expect(decisionsDue(index, look().state, look().situation.lane)).toEqual([expect.objectContaining({ kind: 'leave-out' })]);
  });

  test('a movement that is closed to the client is never proposed', () => {
    const plenty = (client: Partial<ClientBrief>) => {
      const { tap, index } = floor({ ...client });
      const drafts: Action[] = Array.from({ length: 12 }, () => countRep);
      const rest = tap(...drafts, lookClean, (c) => endSet(c, 'done'));
      const set = { ...rest.set!, segments: rest.set!.segments.map((segment) => ({ ...segment, target: 12 })) };
      return nextSetAfter(index, rest, set, { effort: 'plenty-left' });
    };
    expect(plenty({})).toMatchObject({ kind: 'rung', step: { movementId: 'waxwing:loaded' } });
    expect(plenty({ cautions: [{ caution: 'low-back' }] })).toMatchObject({ kind: 'same' });
  });

  test('nor one for which its author names another for this caution, though the trainer may choose it', () => {
    const brief = smallBrief({ cautions: [{ caution: 'low-back' }] });
    const limited = { caution: 'low-back', limit: 'Light only.', instead: 'waxwing:middle' };
    const revisions = brief.revisions.map((revision) =>
      revision.document.id === 'waxwing:loaded'
        ? { ...revision, document: { ...revision.document, cautions: [limited] } }
        : revision,
    );
    const index = indexBrief({ ...brief, revisions });
    expect(neighbour(index, CLIENT, 'waxwing:middle', 'harder')).toBeNull();
    expect(index.isOpen(CLIENT, 'waxwing:loaded')).toBe(true);
  });
});

test('the log says what was seen, said and changed, by name', () => {
  const { tap, look, index } = floor();
  tap(
    (c) => seeFault(c, KNEES, 'right'),
    sayBestCue,
    (c) => noteOutcome(c, 'fixed'),
    countRep,
    (c) => endSet(c, 'done'),
  );
  tap((c) => rateEffort(c, { effort: 'plenty-left' }));
  const log = projectLog(look().state, (clientId, movementId) => index.movement(clientId, movementId));
  expect(log.lanes[0]!.clientId).toBe(CLIENT);
  expect(log.lanes[0]!.items[0]!.sets[0]).toMatchObject({
    amount: 1,
    looked: true,
    clean: true,
    effort: 'plenty-left',
    faults: [{ name: 'Knee drops in', side: 'right', status: 'fixed', times: 1 }],
    trials: [{ text: 'Spread the floor apart', outcome: 'fixed', counts: true }],
  });
});
