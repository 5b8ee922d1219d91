import { describe, expect, test } from '@jest/globals';
import {
  beginSet,
  changeView,
  endSet,
  lookClean,
  noteOutcome,
  openSession,
  sayAnotherCue,
  sayBestCue,
  seeFault,
} from './actions.ts';
import { indexBrief } from './briefIndex.ts';
import type { SessionBrief } from './brief.ts';
import { foldSession } from './fold.ts';
import { laneSituation } from './laneSituation.ts';
import { fitsCue, hearCue } from './sayToAll.ts';
import { eyesOn, whomToWatch } from './watching.ts';
import type { Action } from '../test/floor.ts';
import { TestReplica } from '../test/replica.ts';
import { LANE, smallBrief } from '../test/smallLibrary.ts';

const KNEES = 'waxwing:middle/knees-in';
const OTHER = '0190a000-0000-7000-8000-0000000000bb';

/** Two people with the middle squat, side by side. */
function two() {
  const brief = smallBrief();
  const [first] = brief.clients;
  const second = {
    ...first!,
    clientId: '0190a000-0000-7000-8000-0000000000cc',
    laneId: OTHER,
    name: 'Tobiah Renn',
    faultRates: { [KNEES]: { looked: 10, shown: 8 } },
    items: first!.items.map((item) => ({ ...item, itemId: '0190a000-0000-7000-8000-000000000002' })),
  };
  const both: SessionBrief = { ...brief, clients: [first!, second] };
  const index = indexBrief(both);
  const replica = new TestReplica('a');
  replica.add(...openSession(both));
  const situation = (laneId: string) => laneSituation(index, foldSession(replica.events), laneId)!;
  const tap = (laneId: string, ...actions: Action[]) => {
    for (const action of actions) {
      const state = foldSession(replica.events);
      replica.add(...action({ index, state, situation: laneSituation(index, state, laneId)!, newId: replica.newId }));
    }
  };
  const now = () => new Date(Date.parse(replica.events.at(-1)!.at));
  const watch = (seconds = 0) =>
    whomToWatch([LANE, OTHER].map(situation), new Date(now().getTime() + seconds * 1000)).map(({ laneId, view }) => ({
      laneId,
      view,
    }));
  return { index, replica, situation, tap, watch };
}

describe('whom to watch', () => {
  test('only who is working; first who shows a risk more often, from where it shows', () => {
    const { tap, watch } = two();
    expect(watch()).toEqual([]);
    tap(LANE, beginSet);
    expect(watch(60)).toEqual([{ laneId: LANE, view: 'front' }]);
    tap(OTHER, beginSet);
    expect(watch(60).map(({ laneId }) => laneId)).toEqual([OTHER, LANE]);
  });

  test('a look makes it the other’s turn', () => {
    const { tap, watch } = two();
    tap(LANE, beginSet);
    tap(OTHER, beginSet, lookClean);
    expect(watch(2)[0]!.laneId).toBe(LANE);
  });

  test('at the end it says who was looked at how often, and never from where', () => {
    const { index, replica, tap } = two();
    tap(
      LANE,
      beginSet,
      lookClean,
      (c) => endSet(c, 'done'),
      beginSet,
      (c) => endSet(c, 'done'),
    );
    tap(
      OTHER,
      beginSet,
      (c) => changeView(c, 'side'),
      lookClean,
      (c) => endSet(c, 'done'),
    );
    expect(eyesOn(index, foldSession(replica.events))).toEqual([
      { laneId: LANE, sets: 2, lookedSets: 1, neverFrom: ['side'] },
      { laneId: OTHER, sets: 1, lookedSets: 1, neverFrom: ['front'] },
    ]);
  });
});

describe('said to all', () => {
  test('a cue is heard by who has the same to put right, and waits for its outcome there', () => {
    const { tap, situation } = two();
    tap(LANE, (c) => seeFault(c, KNEES), sayBestCue);
    const { cueId } = situation(LANE).correction!.waitingFor!;
    tap(OTHER, beginSet);
    expect(fitsCue(situation(OTHER), cueId)).toBe(false);
    tap(OTHER, (c) => hearCue(c, cueId));
    expect(situation(OTHER).set!.trials).toEqual([]);
    tap(OTHER, (c) => seeFault(c, KNEES));
    expect(fitsCue(situation(OTHER), cueId)).toBe(true);
    tap(OTHER, (c) => hearCue(c, cueId));
    expect(situation(OTHER).correction!.waitingFor!.cueId).toBe(cueId);
    // Who was told it isn't told again, until something else was said to them.
    expect(fitsCue(situation(OTHER), cueId)).toBe(false);
    tap(OTHER, sayAnotherCue);
    expect(situation(OTHER).correction!.waitingFor!.cueId).not.toBe(cueId);
    expect(fitsCue(situation(OTHER), cueId)).toBe(true);
    tap(OTHER, (c) => noteOutcome(c, 'fixed'));
    expect(situation(LANE).correction!.waitingFor).not.toBeNull();
  });
});
