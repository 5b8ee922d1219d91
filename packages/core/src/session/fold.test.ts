import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkEvent } from '../exchange/checkEvent.ts';
import { CLIENT, LANE, smallBrief } from '../test/smallLibrary.ts';
import { TestReplica } from '../test/replica.ts';
import { openSession } from './actions.ts';
import { amountPerSide } from './amount.ts';
import { doneBy } from '../test/doneBy.ts';
import type { EventDraft } from './envelope.ts';
import type { SessionEvent } from './event.ts';
import { EVENT_TYPES } from './eventTypes.ts';
import { foldSession, setsOf } from './fold.ts';

const brief = smallBrief();
const item = brief.clients[0]!.items[0]!;
const where = { laneId: LANE, clientId: CLIENT };
const FAULT = 'waxwing:middle/knees-in';
const SETS = ['0190a000-0000-4000-8000-00000000b001', '0190a000-0000-4000-8000-00000000b002'] as const;
const SEGMENTS = ['0190a000-0000-4000-8000-00000000d001', '0190a000-0000-4000-8000-00000000d002'] as const;
const PROPOSAL = '0190a000-0000-4000-8000-00000000e001';

function segment(set: 0 | 1 = 0, part: Partial<Extract<EventDraft, { type: 'segment-started' }>['payload']> = {}): EventDraft {
  const { itemId, movementId, revisionId, load } = item;
  const payload = { setId: SETS[set], segmentId: SEGMENTS[set], itemId, movementId, revisionId, load, target: 10, ...part };
  return { type: 'segment-started', ...where, payload };
}
const rep = (set: 0 | 1 = 0): EventDraft => ({
  type: 'rep-counted',
  ...where,
  payload: { setId: SETS[set], segmentId: SEGMENTS[set] },
});
const fault: EventDraft = {
  type: 'fault-seen',
  ...where,
  payload: { setId: SETS[0], faultId: FAULT, faultTypeId: 'knees-in', side: 'left' },
};
const cue: EventDraft = {
  type: 'cue-given',
  ...where,
  payload: { setId: SETS[0], faultId: FAULT, faultTypeId: 'knees-in', cueId: 'spread-the-floor' },
};
const ended: EventDraft = { type: 'set-ended', ...where, payload: { setId: SETS[0], reason: 'done' } };
const outcomeOf = (cueGivenId: string, outcome: 'fixed' | 'same' = 'fixed'): EventDraft => ({
  type: 'cue-outcome',
  ...where,
  payload: { cueGivenId, outcome },
});

/** One session in which every type of event happens, on two devices. */
function everything(): SessionEvent[] {
  const a = new TestReplica('a');
  a.add(...openSession(brief));
  a.add({ type: 'movement-started', ...where, payload: { item } }, segment(), rep(), rep(), fault);
  const [given] = a.add(cue);
  a.add(outcomeOf(given!.id), { type: 'view-changed', ...where, payload: { view: 'side' } });
  a.add({ type: 'day-told', ...where, payload: { slept: 'badly', sore: ['knees'], did: 'nothing' } });
  a.add({ type: 'hold-broken', ...where, payload: { setId: SETS[0], segmentId: SEGMENTS[0] } });
  a.add({ type: 'hurt-asked', ...where, payload: { setId: SETS[0], faultId: FAULT, answer: 'no' } });
  a.add({
    type: 'felt-asked',
    ...where,
    payload: { setId: SETS[0], movementId: 'waxwing:middle', place: 'quads', right: true },
  });
  a.add({ type: 'looked', ...where, payload: { setId: SETS[0], clean: true } });
  const [slip] = a.add(rep());
  a.add({ type: 'retracted', payload: { eventId: slip!.id } });
  const b = new TestReplica('b', 8);
  b.add(rep(), fault, ended, { type: 'note', ...where, payload: { text: 'Tired today.' } });
  a.add({ ...ended, payload: { ...ended.payload, amounts: [{ segmentId: SEGMENTS[0], amount: 9 }] } } as EventDraft);
  a.add({ type: 'effort-rated', ...where, payload: { setId: SETS[0], effort: 'about-right' } });
  a.add({ type: 'proposal-shown', ...where, payload: { proposalId: PROPOSAL, about: 'next-set', text: '12 reps', reasons: [] } });
  b.see(a);
  b.add({ type: 'proposal-decided', ...where, payload: { proposalId: PROPOSAL, taken: true } });
  a.add({ type: 'next-set-planned', ...where, payload: { itemId: item.itemId, target: 12 } });
  a.add({ type: 'load-changed', ...where, payload: { itemId: item.itemId, load: { kind: 'single', value: 8, unit: 'kg' } } });
  a.add(segment(1));
  a.add({
    type: 'movement-swapped',
    ...where,
    payload: {
      itemId: item.itemId,
      fromMovementId: 'waxwing:middle',
      toMovementId: 'waxwing:easy',
      toRevisionId: item.revisionId,
      dose: item.dose,
      target: 8,
      load: { kind: 'bodyweight' },
      levers: ['support'],
      setId: SETS[1],
    },
  });
  b.see(a);
  const [pain] = b.add({ type: 'pain-reported', ...where, payload: { kind: 'other', setId: SETS[1] } });
  b.add({ type: 'amended', payload: { eventId: pain!.id, amends: 'pain-reported', payload: { kind: 'joint', setId: SETS[1] } } });
  a.see(b);
  a.add({
    type: 'decision-made',
    ...where,
    payload: { movementId: 'waxwing:easy', kind: 'repeat', text: 'The same', reasons: [] },
  });
  a.add({
    type: 'cue-typed',
    ...where,
    payload: { movementId: 'waxwing:easy', cueId: 'waxwing:easy/typed-1', text: 'Sit to the rope' },
  });
  a.add({ type: 'item-dropped', ...where, payload: { itemId: item.itemId } });
  a.add({ type: 'clock-set', payload: { move: 'started', blockId: PROPOSAL, seconds: -10 } });
  a.add({ type: 'movements-brought', payload: { revisionIds: ['0190d000-0000-7000-8000-000000000001'] } });
  a.add({ type: 'set-up-noted', ...where, payload: { movementId: 'waxwing:easy', setUp: { benchHeight: 'low' } } });
  b.see(a);
  b.add({
    type: 'set-up-noted',
    ...where,
    payload: { movementId: 'waxwing:easy', setUp: { benchHeight: '50 cm', wedge: 'low' } },
  });
  a.see(b);
  a.add({ type: 'lane-left', ...where, payload: {} }, { type: 'session-ended', payload: { note: 'A good hour.' } });
  return [...a.events, ...b.events];
}

describe('the fold', () => {
  const events = everything();

  test('the events of these tests are of every type and pass the check that the server makes', () => {
    expect(new Set(events.map((event) => event.type))).toEqual(new Set(EVENT_TYPES));
    for (const event of events) expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
  });

  test('two replicas, split, repeated and in any order: one state', () => {
    const expected = foldSession(events);
    const anyDelivery = fc.array(fc.nat(events.length - 1), { maxLength: 30 }).chain((repeated) =>
      fc.shuffledSubarray([...events, ...repeated.map((i) => events[i]!)], {
        minLength: events.length + repeated.length,
        maxLength: events.length + repeated.length,
      }),
    );
    fc.assert(
      fc.property(anyDelivery, fc.nat(events.length), (delivered, split) => {
        // What came first, and what came later, taken together as the outbox and the server do.
        const [first, later] = [delivered.slice(0, split), delivered.slice(split)];
        expect(foldSession([...later, ...first, ...later])).toEqual(expected);
      }),
      { numRuns: 300 },
    );
  });

  test('that state is what happened', () => {
    const state = foldSession(events);
    const [first, second] = setsOf(state);
    expect(state.status).toBe('ended');
    expect(first).toMatchObject({ ordinal: 1, effort: 'about-right', endReason: 'done' });
    expect(first!.segments[0]).toMatchObject({ counted: 2, stated: 9 });
    expect(first!.trials).toEqual([expect.objectContaining({ outcome: 'fixed', counts: true })]);
    expect(second).toMatchObject({ ordinal: 2, pain: true });
    expect(state.pains).toEqual([expect.objectContaining({ kind: 'joint' })]);
    expect(state.lanes[0]!.items[0]).toMatchObject({
      movementId: 'waxwing:easy',
      plannedMovementId: 'waxwing:middle',
      pain: true,
    });
    expect(state.proposals[0]!.decided).toEqual({ taken: true });
    expect(state.notes.map((note) => note.text)).toEqual(['Tired today.', 'A good hour.']);
  });
});

describe('what the rules of a session say', () => {
  function fold(...drafts: readonly EventDraft[]) {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment(), ...drafts);
    return foldSession(a.events);
  }

  test('two devices counting one set are never added: the claim wins', () => {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment(), rep(), rep(), rep());
    const b = new TestReplica('b', 4);
    b.add(rep(), rep(), rep(), rep(), rep());
    const state = foldSession([...b.events, ...a.events]);
    expect(setsOf(state)[0]!.segments[0]!.counted).toBe(3);
    expect(setsOf(state)[0]!.countedBy).toBe(a.events[0]!.replicaId);
  });

  test('a set ended twice: the first says when, the second amends what was done', () => {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment(), rep(), ended);
    const first = setsOf(foldSession(a.events))[0]!.endedAt;
    a.add({
      type: 'set-ended',
      ...where,
      payload: { setId: SETS[0], reason: 'other', amounts: [{ segmentId: SEGMENTS[0], amount: 7 }] },
    });
    const set = setsOf(foldSession(a.events))[0]!;
    expect(set).toMatchObject({ endedAt: first, endReason: 'done' });
    expect(amountPerSide(set, doneBy('both'))).toBe(7);
  });

  test('a lever changed between a cue and its outcome: the trial counts for nothing', () => {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment(), fault);
    const [given] = a.add(cue);
    a.add(
      segment(0, {
        segmentId: SEGMENTS[1],
        change: { kind: 'lever', key: 'lever:range', lever: 'range', text: 'Stop at the box' },
      }),
    );
    a.add(outcomeOf(given!.id));
    expect(setsOf(foldSession(a.events))[0]!.trials[0]).toMatchObject({ outcome: 'fixed', counts: false });
  });

  test('an outcome may be noted in the rest, and lapses when the next set has begun', () => {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment(), fault);
    const [given] = a.add(cue);
    a.add(ended);
    const rest = new TestReplica('b', 20);
    rest.add(outcomeOf(given!.id));
    expect(setsOf(foldSession([...a.events, ...rest.events]))[0]!.trials[0]!.outcome).toBe('fixed');
    a.add(segment(1));
    expect(setsOf(foldSession([...a.events, ...rest.events]))[0]!.trials[0]!.outcome).toBeUndefined();
  });

  test('looked and clean takes every fault away, looked and gone only the one', () => {
    expect(
      setsOf(fold(fault, { type: 'looked', ...where, payload: { setId: SETS[0], clean: true } }))[0]!.faults[0]!.status,
    ).toBe('gone');
    const gone = fold(fault, {
      type: 'looked',
      ...where,
      payload: { setId: SETS[0], clean: false, gone: ['waxwing:middle/heels-lift'] },
    });
    expect(setsOf(gone)[0]!.faults[0]!.status).toBe('open');
  });

  test('taking back a taking back restores what it was about', () => {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment());
    const [counted] = a.add(rep());
    const [retraction] = a.add({ type: 'retracted', payload: { eventId: counted!.id } });
    expect(setsOf(foldSession(a.events))[0]!.segments[0]!.counted).toBe(0);
    a.add({ type: 'retracted', payload: { eventId: retraction!.id } });
    expect(setsOf(foldSession(a.events))[0]!.segments[0]!.counted).toBe(1);
  });

  test('an amendment that claims another type changes nothing', () => {
    const a = new TestReplica('a');
    a.add(...openSession(brief), segment());
    const [counted] = a.add(rep());
    a.add({ type: 'amended', payload: { eventId: counted!.id, amends: 'note', payload: { text: 'x' } } });
    expect(setsOf(foldSession(a.events))[0]!.segments[0]!.counted).toBe(1);
  });

  test('one side, then the other: the lesser side is what was done', () => {
    const state = fold(rep(), rep(), rep(), segment(0, { segmentId: SEGMENTS[1], side: 'right' }), {
      type: 'rep-counted',
      ...where,
      payload: { setId: SETS[0], segmentId: SEGMENTS[1] },
    });
    expect(amountPerSide(setsOf(state)[0]!, doneBy('one-side'))).toBe(1);
    expect(amountPerSide(setsOf(state)[0]!, doneBy('alternating'))).toBe(2);
  });

  test('what a newer Waxwing wrote says nothing, wherever it stands, also when it is taken back or amended', () => {
    const known = new TestReplica('a');
    known.add(...openSession(brief), segment(), rep(), ended);
    const plain = foldSession(known.events);
    const strange = [{ type: 'heart-rate-seen' }, { type: 'constructor' }, { type: '__proto__' }, { v: 2 }].map((part, i) => ({
      ...known.events[2]!,
      id: `0190e0ff-0000-7000-8000-00000000000${i}`,
      replicaId: '0190f0ff-0000-7000-8000-000000000001',
      payload: { any: 'thing' },
      ...part,
    })) as unknown as SessionEvent[];
    expect(foldSession([...strange, ...known.events])).toEqual(plain);
    known.add({ type: 'retracted', payload: { eventId: strange[0]!.id } });
    expect(foldSession([...strange, ...known.events])).toEqual({ ...plain, lamport: plain.lamport + 1 });
  });

  test('a look belongs to the movement that was looked at, also when it was swapped in the same set', () => {
    const a = new TestReplica('a');
    const swapped = segment(0, { segmentId: SEGMENTS[1], movementId: 'waxwing:easy' });
    const look: EventDraft = { type: 'looked', ...where, payload: { setId: SETS[0], clean: true } };
    const lookBack: EventDraft = {
      type: 'looked',
      ...where,
      payload: { ...look.payload, movementId: item.movementId },
    };
    a.add(...openSession(brief), segment(), fault, swapped, look, lookBack);
    const [set] = setsOf(foldSession(a.events));
    expect(set!.looks.map(({ movementId }) => movementId)).toEqual(['waxwing:easy', item.movementId]);
    expect(set!.faults.map(({ movementId }) => movementId)).toEqual([item.movementId]);
  });

  test('an item stands on one list, once', () => {
    const a = new TestReplica('a');
    const second = { laneId: '0190a000-0000-4000-8000-00000000a0ff', clientId: CLIENT };
    a.add(...openSession(brief));
    a.add({ type: 'lane-joined', ...second, payload: { items: [item, item] } });
    a.add({ type: 'movement-started', ...second, payload: { item } });
    const { lanes } = foldSession(a.events);
    expect(lanes.map(({ items, currentItemId }) => [items.length, currentItemId])).toEqual([
      [brief.clients[0]!.items.length, item.itemId],
      [0, null],
    ]);
  });
});
