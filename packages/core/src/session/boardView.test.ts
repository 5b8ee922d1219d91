import { describe, expect, test } from '@jest/globals';
import { briefOfPlan } from '../test/briefOfPlan.ts';
import { floor } from '../test/floor.ts';
import { CLIENT } from '../test/smallLibrary.ts';
import { blockOf, itemOf, laneId, planOf } from '../test/plans.ts';
import { beginSet, countRep, endSet, reportPain, seeFault, seeTypedFault, rateEffort } from './actions.ts';
import { boardBrief, boardState } from './boardView.ts';
import { indexBrief } from './briefIndex.ts';
import { startClock, clockScore } from './clock.ts';
import { tellDay } from './day.ts';
import { laneSituation } from './laneSituation.ts';
import { foldSession } from './fold.ts';

const SECRETS = ['Varga', 'Secret', 'low-back', 'badly', 'joint', 'plenty-left', 'middle/knees-in', CLIENT];
const told = (view: object) => SECRETS.filter((secret) => JSON.stringify(view).includes(secret));

/** An hour in which everything that a board mustn't show has happened. */
function hour() {
  const client = {
    name: 'Ilse Varga-Holm',
    cautions: [{ caution: 'low-back', note: 'Secret of the back' }],
    faultRates: { 'waxwing:middle/knees-in': { looked: 9, shown: 4 } },
    healthNotAsked: true as const,
    due: [{ movementId: 'waxwing:middle', kind: 'repeat' as const, text: 'Secret for next time', localDate: '2026-02-23' }],
  };
  const made = floor(client);
  made.tap(
    (context) => tellDay(context, { slept: 'badly', sore: ['knees'], did: 'hard' }),
    beginSet,
    (context) => seeFault(context, 'waxwing:middle/knees-in', 'left'),
    (context) => seeTypedFault(context, 'Secret wobble'),
    countRep,
    countRep,
    (context) => endSet(context, 'done'),
    (context) => rateEffort(context, { effort: 'plenty-left' }),
    beginSet,
    countRep,
    (context) => reportPain(context, 'joint'),
  );
  made.replica.add({ type: 'note', payload: { text: 'Secret of the hour' } });
  return { ...made, state: foldSession(made.replica.events) };
}

describe('what a board on another device is given', () => {
  test('shows what is on, how much of it and whose turn, and nothing of anybody', () => {
    const { brief, state } = hour();
    const view = { brief: boardBrief(brief, state, true), state: boardState(state) };
    expect(told(view)).toEqual([]);
    const [lane] = view.state.lanes;
    const situation = laneSituation(indexBrief(view.brief), view.state, lane!.laneId)!;
    expect(situation).toMatchObject({
      client: { name: 'Ilse' },
      movement: { movementId: 'waxwing:middle' },
      item: { pain: false },
    });
    expect(situation.set).toMatchObject({ ordinal: 2, faults: [], pain: false, segments: [{ counted: 1 }] });
    // The set before is the log's.
    expect(lane!.sets).toHaveLength(1);
  });

  test('of a guest no more than the first of what was typed', () => {
    const { brief, state } = hour();
    const guest = { ...brief.clients[0]!, clientId: brief.clients[0]!.laneId, name: 'Bo Secret', guest: true as const };
    const lanes = state.lanes.map((lane) => ({ ...lane, clientId: lane.laneId, guest: 'Bo Secret' }));
    const view = boardBrief({ ...brief, clients: [guest] }, { ...state, lanes }, true);
    expect(view.clients.map(({ name }) => name)).toEqual(['Bo']);
    expect(JSON.stringify([view, boardState({ ...state, lanes })])).not.toContain('Secret');
  });

  test('without names nobody is named', () => {
    const { brief, state } = hour();
    expect(boardBrief(brief, state, false).clients.map(({ name }) => name)).toEqual(['Lane 1']);
  });

  test('runs the clock of the plan as Floor does, without what was written beside it', () => {
    const block = blockOf({ kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' }, [
      itemOf('goblet-squat', { note: 'Secret: her shoulder' }),
      itemOf('suspension-row'),
    ]);
    const plan = { ...planOf([block], 2), name: 'Secret hour', note: 'Secret of the plan' };
    const brief = briefOfPlan(plan);
    const made = floor({}, undefined, brief);
    made.replica.add(...startClock(block.blockId));
    const state = foldSession(made.replica.events);
    const view = { brief: boardBrief(brief, state, true), state: boardState(state) };
    // The library's own words are no secret.
    expect(told(view)).not.toContain('Secret');
    expect(view.state.clock).toEqual(state.clock);
    const score = (at: ReturnType<typeof indexBrief>) =>
      clockScore(at, block.blockId)!.steps.map(({ kind, fromSeconds, works }) => [
        kind,
        fromSeconds,
        works.map((work) => work.planItemId),
      ]);
    expect(score(indexBrief(view.brief))).toEqual(score(made.index));
    expect(laneSituation(indexBrief(view.brief), view.state, laneId(1))).not.toBeNull();
  });
});
