import { describe, expect, test } from '@jest/globals';
import { checkEvent } from '../exchange/checkEvent.ts';
import { floor } from '../test/floor.ts';
import { movementDocument, revisionOf, smallBrief } from '../test/smallLibrary.ts';
import {
  beginSet,
  changeView,
  correctAmount,
  countRep,
  endAsAsked,
  endSet,
  lookClean,
  lookGone,
  makeChange,
  nextSetText,
  noteOutcome,
  planNextSet,
  rateEffort,
  reportPain,
  sayBestCue,
  seeFault,
  startItem,
  swapFor,
  switchSide,
  takeNextSet,
} from './actions.ts';
import { amountPerSide } from './amount.ts';
import { doneBy } from '../test/doneBy.ts';
import { setsOf } from './fold.ts';
import { nextSetAfter } from './nextSetAfter.ts';

const KNEES = 'waxwing:middle/knees-in';
const HEELS = 'waxwing:middle/heels-lift';

/** A brief whose one movement is done one side, then the other. */
function sided() {
  const brief = smallBrief();
  const revision = revisionOf(movementDocument({ id: 'waxwing:middle', name: 'Split squat', laterality: 'one-side' }));
  const revisions = [revision, ...brief.revisions.filter((each) => each.document.id !== 'waxwing:middle')];
  return floor({}, 'waxwing:middle', { ...brief, revisions });
}

describe('what a tap means', () => {
  test('the first rep begins the set, the next ones don’t', () => {
    const { tap, replica } = floor();
    tap(countRep, countRep);
    expect(replica.events.filter((event) => event.type === 'segment-started')).toHaveLength(1);
  });

  test('a set that nobody counted is done as it was asked for, of each side that was begun; what was counted stands', () => {
    const { tap, look } = floor();
    tap(beginSet, endAsAsked);
    expect(look().situation.set).toMatchObject({ endReason: 'done', segments: [{ stated: 10 }] });
    tap(countRep, countRep, endAsAsked);
    expect(look().situation.set!.segments.at(-1)).toMatchObject({ counted: 2, stated: null });
    const one = sided();
    one.tap(beginSet, switchSide, endAsAsked);
    expect(amountPerSide(one.look().situation.set!, doneBy('one-side'))).toBe(10);
    const half = sided();
    half.tap(beginSet, endAsAsked);
    expect(amountPerSide(half.look().situation.set!, doneBy('one-side'))).toBe(0);
  });

  test('beginning twice is one set', () => {
    const { tap, look } = floor();
    tap(beginSet, beginSet);
    expect(setsOf(look().state)).toHaveLength(1);
  });

  test('everything that taps make is taken by the server’s check', () => {
    const { tap, replica } = floor();
    const { item } = tap(
      (c) => changeView(c, 'side'),
      countRep,
      (c) => seeFault(c, KNEES, 'right'),
      sayBestCue,
    );
    const { correction } = tap((c) => noteOutcome(c, 'same'));
    tap(
      (c) => makeChange(c, correction!.changes[0]!),
      (c) => lookGone(c, KNEES),
      lookClean,
    );
    tap(
      (c) => swapFor(c, 'waxwing:easy', ['support'], KNEES),
      (c) => reportPain(c, 'joint', 'knees'),
    );
    tap(
      (c) => rateEffort(c, { effort: 'nothing-left' }),
      (c) => planNextSet(c, 6, { kind: 'bodyweight' }),
      (c) => startItem(c, item),
    );
    for (const event of replica.events) expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
  });

  test('what makes no sense now is no event', () => {
    const { tap, replica } = floor();
    const before = replica.events.length;
    tap(
      switchSide,
      (c) => noteOutcome(c, 'fixed'),
      (c) => rateEffort(c, { effort: 'about-right' }),
      (c) => endSet(c, 'done'),
      sayBestCue,
    );
    tap(
      (c) => seeFault(c, 'waxwing:easy/of-another-movement'),
      (c) => swapFor(c, 'waxwing:middle', []),
      (c) => lookGone(c, KNEES),
    );
    expect(replica.events).toHaveLength(before);
  });

  test('the answer belongs to the rest: in the middle of a set it is not taken', () => {
    const { tap } = floor();
    expect(tap(countRep, (c) => rateEffort(c, { effort: 'plenty-left' })).set!.effort).toBeNull();
    expect(
      tap(
        (c) => endSet(c, 'done'),
        (c) => rateEffort(c, { effort: 'plenty-left' }),
      ).set!.effort,
    ).toBe('plenty-left');
  });

  test('ended by mistake twice changes nothing; corrected numbers stand', () => {
    const { tap } = floor();
    const ended = tap(
      countRep,
      countRep,
      (c) => endSet(c, 'done'),
      (c) => endSet(c, 'fault'),
    );
    expect(ended.set!.endReason).toBe('done');
    const { segmentId } = ended.set!.segments[0]!;
    const corrected = tap((c) => correctAmount(c, segmentId, 7));
    expect(amountPerSide(corrected.set!, doneBy('both'))).toBe(9);
  });

  test('a correction that comes when the next set has begun goes to the set that it was meant for', () => {
    const { tap } = floor();
    const { segmentId } = tap(countRep, countRep, (c) => endSet(c, 'done')).set!.segments[0]!;
    const { lane } = tap(countRep, (c) => correctAmount(c, segmentId, 1));
    expect(lane.sets.map((set) => amountPerSide(set, doneBy('both')))).toEqual([3, 1]);
  });
});

describe('sides', () => {
  test('one side, then the other, each with its count; the next set begins with the other side', () => {
    const { tap } = sided();
    const done = tap(countRep, countRep, switchSide, countRep);
    expect(done.set!.segments.map((segment) => [segment.side, segment.counted])).toEqual([
      ['left', 2],
      ['right', 1],
    ]);
    expect(tap((c) => endSet(c, 'done'), countRep).set!.segments[0]!.side).toBe('right');
  });

  test('a change half-way keeps the side; a swap to a two-sided movement drops it', () => {
    const { tap } = sided();
    const { correction } = tap(countRep, switchSide, (c) => seeFault(c, KNEES));
    expect(tap((c) => makeChange(c, correction!.changes[0]!)).set!.segments.at(-1)!.side).toBe('right');
    expect(tap((c) => swapFor(c, 'waxwing:easy', [])).set!.segments.at(-1)!.side).toBeUndefined();
  });
});

describe('changes', () => {
  test('a lighter load goes on from the next rep and stays for the next set', () => {
    const { tap } = floor();
    const lever = {
      kind: 'lever',
      key: 'lever:load',
      lever: 'load',
      text: 'Next lighter bell',
      why: 'takes away the load',
    } as const;
    const lighter = { kind: 'single', value: 8, unit: 'kg' } as const;
    const after = tap(
      countRep,
      (c) => seeFault(c, HEELS),
      (c) => makeChange(c, lever, lighter),
    );
    expect(after.set!.segments.map((segment) => segment.load.kind)).toEqual(['bodyweight', 'single']);
    expect(after.item.load).toEqual(lighter);
  });

  test('after a change one looks again; seen again, the next change comes up', () => {
    const { tap } = floor();
    const spent = tap(
      (c) => seeFault(c, KNEES),
      sayBestCue,
      (c) => noteOutcome(c, 'same'),
    ).correction!;
    expect(spent).toMatchObject({ isCueingSpent: true, isChanged: false });
    const changed = tap((c) => makeChange(c, spent.changes[0]!)).correction!;
    expect(changed.isChanged).toBe(true);
    const again = tap((c) => seeFault(c, KNEES)).correction!;
    expect(again.isChanged).toBe(false);
    expect(again.changes[0]!.key).not.toBe(spent.changes[0]!.key);
  });

  test('a fault of the old movement is left with it', () => {
    const { tap } = floor();
    const after = tap(
      (c) => seeFault(c, KNEES),
      (c) => swapFor(c, 'waxwing:easy', []),
    );
    expect(after.correction).toBeNull();
    expect(after.set!.faults[0]!.status).toBe('left');
  });
});

describe('the proposal for the next set', () => {
  test('is taken once, however often it is tapped', () => {
    const { tap, look, index } = floor();
    const reps = Array.from({ length: 10 }, () => countRep);
    const rest = tap(
      ...reps,
      lookClean,
      (c) => endSet(c, 'done'),
      (c) => rateEffort(c, { effort: 'plenty-left' }),
    );
    const next = nextSetAfter(index, rest, rest.set!, { effort: 'plenty-left' });
    expect(nextSetText(next, 'reps')).toBe('12 reps');
    tap(
      (c) => takeNextSet(c, next),
      (c) => takeNextSet(c, next),
    );
    expect(look().state.proposals).toHaveLength(1);
    expect(look().situation.item.target).toBe(12);
  });

  test('words for one and for many', () => {
    expect(nextSetText({ kind: 'same', target: 1, reasons: [] }, 'reps')).toBe('Same again: 1 rep');
    const step = { movementId: 'w:x', name: 'Dumbbell Romanian deadlift', levers: [], target: 8, shownFirst: 12 };
    expect(nextSetText({ kind: 'rung', direction: 'harder', step, target: 8, reasons: [] }, 'reps')).toBe(
      'Up to dumbbell Romanian deadlift, 8 reps',
    );
  });
});
