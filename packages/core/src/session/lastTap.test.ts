import { describe, expect, test } from '@jest/globals';
import { TestReplica } from '../test/replica.ts';
import { CLIENT, LANE, smallBrief } from '../test/smallLibrary.ts';
import {
  beginSet,
  changeView,
  countRep,
  correctAmount,
  endSet,
  lookClean,
  lookGone,
  noteOutcome,
  noteSetUp,
  openSession,
  planNextSet,
  rateEffort,
  reportPain,
  sayBestCue,
  seeFault,
  startItem,
  swapFor,
  type ActionContext,
} from './actions.ts';
import { indexBrief } from './briefIndex.ts';
import { laneSituation } from './laneSituation.ts';
import { lastTap } from './lastTap.ts';
import { SessionFold } from './sessionFold.ts';

type Action = (context: ActionContext) => ReturnType<typeof countRep>;

const brief = smallBrief();
const index = indexBrief(brief);
const TAP = (n: number) => `0190a000-0000-4000-8000-0000000000${n.toString(16).padStart(2, '0')}`;

/** A lane on which each tap has its id. */
function lane() {
  const replica = new TestReplica('a');
  const fold = new SessionFold(replica.add(...openSession(brief)));
  let taps = 0;
  const tap = (...actions: Action[]) => {
    taps += 1;
    for (const action of actions) {
      const situation = laneSituation(index, fold.state, LANE)!;
      const made = replica.add(...action({ index, state: fold.state, situation, newId: replica.newId }));
      fold.add(made.map((event) => ({ ...event, tap: TAP(taps) })));
    }
    return lastTap(fold, index, LANE)?.text;
  };
  const undo = () => {
    const last = lastTap(fold, index, LANE);
    const drafts = (last?.eventIds ?? []).map((eventId) => ({ type: 'retracted' as const, laneId: LANE, payload: { eventId } }));
    fold.add(replica.add(...drafts));
    return last?.text;
  };
  return { fold, replica, tap, undo };
}

describe('what Undo would take back', () => {
  test('is said in the words of what was tapped', () => {
    const { tap } = lane();
    expect(tap(beginSet)).toBe('start of set');
    expect(tap(countRep)).toBe('rep');
    expect(tap((context) => changeView(context, 'side'))).toBe('where you stand');
    expect(tap((context) => seeFault(context, 'waxwing:middle/knees-in', 'left'), sayBestCue)).toBe('knee drops in');
    expect(tap((context) => noteOutcome(context, 'same'), sayBestCue)).toBe('same');
    expect(tap((context) => lookGone(context, 'waxwing:middle/knees-in'))).toBe('gone');
    expect(tap(lookClean)).toBe('looks good');
    expect(tap((context) => noteSetUp(context, { wedge: 'low' }))).toBe('set-up');
    expect(tap((context) => endSet(context, 'done'))).toBe('end of set');
    expect(tap((context) => correctAmount(context, context.situation.set!.segments[0]!.segmentId, 8))).toBe('count');
    expect(tap((context) => rateEffort(context, { effort: 'about-right' }))).toBe('about right');
    expect(tap((context) => planNextSet(context, 12, { kind: 'bodyweight' }))).toBe('next set');
    expect(tap((context) => swapFor(context, 'waxwing:easy', []))).toBe('swap to easy squat');
    expect(tap((context) => startItem(context, context.situation.item))).toBe('easy squat');
    expect(tap((context) => reportPain(context, 'joint'))).toBe('pain');
  });

  test('goes back tap by tap, each whole, to where the lane began', () => {
    const { tap, undo, fold } = lane();
    tap(countRep);
    tap((context) => seeFault(context, 'waxwing:middle/knees-in'), sayBestCue);
    expect(undo()).toBe('knee drops in');
    expect(fold.state.lanes[0]!.sets[0]).toMatchObject({ faults: [], trials: [] });
    expect(undo()).toBe('rep');
    expect(fold.state.lanes[0]!.sets).toEqual([]);
    expect(undo()).toBeUndefined();
  });

  test('an Undo that was taken back elsewhere brings the tap back', () => {
    const { tap, undo, fold, replica } = lane();
    tap(countRep);
    undo();
    const all = replica.events.filter(({ type }) => type === 'retracted');
    fold.add(replica.add(...all.map(({ id }) => ({ type: 'retracted' as const, payload: { eventId: id } }))));
    expect(lastTap(fold, index, LANE)?.text).toBe('rep');
    expect(fold.state.lanes[0]!.sets[0]!.segments[0]!.counted).toBe(1);
  });

  test('what nobody tapped can’t be taken back: what opens a session, what was said of no lane', () => {
    const { fold, replica } = lane();
    expect(lastTap(fold, index, LANE)).toBeNull();
    fold.add(
      replica.add(
        { type: 'note', payload: { text: 'Late.' } },
        { type: 'view-changed', laneId: LANE, clientId: CLIENT, payload: { view: 'side' } },
      ),
    );
    expect(lastTap(fold, index, LANE)).toBeNull();
  });
});
