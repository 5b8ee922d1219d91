import fc from 'fast-check';
import type { EventDraft } from '../session/envelope.ts';
import { stampEvent } from '../session/envelope.ts';
import type { SessionEvent, SessionItem } from '../session/event.ts';
import type { EventType } from '../session/eventTypes.ts';
import { SESSION } from './smallLibrary.ts';

/*
 * Hours that nobody would run, for properties that must hold of any: few lanes, items, sets and cues, so that what is said of them meets
 * often, from three replicas whose logical times overlap, with much that is taken back, taken back again and amended.
 */

const id = (kind: string, n: number) => `0190${kind}000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
const LANES: readonly { readonly laneId: string; readonly clientId?: string }[] = [
  ...[0, 1, 2].map((n) => ({ laneId: id('a', n), clientId: id('c', n % 2) })),
  // A guest's, or a level's.
  { laneId: id('a', 3) },
];
const MOVEMENTS = ['waxwing:easy', 'waxwing:middle', 'waxwing:hard'];
const FAULTS = ['waxwing:middle/knees-in', 'waxwing:middle/heels-lift'];

const ITEMS: readonly SessionItem[] = [0, 1, 2, 3].map((n) => ({
  itemId: id('b', n),
  movementId: MOVEMENTS[n % 3]!,
  revisionId: id('d', n % 3),
  sets: 3,
  dose: n === 3 ? { kind: 'seconds', low: 20, high: 40 } : { kind: 'reps', low: 8, high: 12 },
  target: 10,
  load: { kind: 'bodyweight' },
  restSeconds: 60,
}));

const anyLane = fc.constantFrom(...LANES);
const anyItem = fc.constantFrom(...ITEMS);
const anySet = fc.nat(4).map((n) => id('5', n));
const anySegment = fc.nat(6).map((n) => id('6', n));
const anyFault = fc.constantFrom(...FAULTS);
const anyMovement = fc.constantFrom(...MOVEMENTS);
const anySide = fc.constantFrom(undefined, 'left' as const, 'right' as const);
const maybe = <T>(key: string, value: T | undefined) => (value === undefined ? {} : { [key]: value });

type Payloads = { readonly [T in EventType]?: fc.Arbitrary<Extract<EventDraft, { type: T }>['payload']> };

const PAYLOADS: Payloads = {
  'session-started': fc.constant({ localDate: '2026-03-02', zone: 'Europe/Berlin' }),
  'session-ended': fc.constantFrom({}, { note: 'A good hour.' }),
  'lane-joined': fc
    .tuple(fc.subarray([...ITEMS]), fc.boolean())
    .map(([items, isGuest]) => ({ items, ...(isGuest && { guest: 'Bo' }) })),
  'lane-left': fc.constant({}),
  'day-told': fc
    .subarray(['knees' as const, 'hips' as const])
    .map((sore) => ({ slept: 'badly' as const, sore, did: 'hard' as const })),
  'movement-started': anyItem.map((item) => ({ item })),
  'item-dropped': anyItem.map(({ itemId }) => ({ itemId })),
  'segment-started': fc
    .tuple(anySet, anySegment, anyItem, anyMovement, anySide, fc.boolean(), fc.nat(3))
    .map(([setId, segmentId, { itemId, revisionId, load }, movementId, side, isChange, stretch]) => ({
      setId,
      segmentId,
      itemId,
      movementId,
      revisionId,
      load,
      target: 10,
      ...maybe('side', side),
      ...(stretch > 0 && { stretch, manner: 'slow' as const }),
      ...(stretch === 2 && { unit: 'seconds' as const, part: 'follow-on' as const }),
      ...(stretch === 3 && { part: 'ramp' as const, sideAlone: true }),
      ...(isChange && { change: { kind: 'lever' as const, key: 'lever:range', text: 'Stop higher', lever: 'range' as const } }),
    })),
  'hold-broken': fc.record({ setId: anySet, segmentId: anySegment }),
  'rep-counted': fc.record({ setId: anySet, segmentId: anySegment }),
  'view-changed': fc.record({ view: fc.constantFrom('front' as const, 'side' as const) }),
  looked: fc.tuple(anySet, fc.boolean(), anyFault).map(([setId, clean, fault]) => ({ setId, clean, gone: [fault] })),
  'fault-seen': fc.tuple(anySet, anyFault, anySide).map(([setId, faultId, side]) => ({
    setId,
    faultId,
    faultTypeId: faultId.split('/')[1]!,
    ...maybe('side', side),
    // One of them is none of the library's.
    ...(faultId.length % 2 === 0 && { text: faultId.split('/')[1]! }),
  })),
  'hurt-asked': fc.tuple(anySet, anyFault).map(([setId, faultId]) => ({ setId, faultId, answer: 'no' as const })),
  'felt-asked': fc
    .tuple(anySet, anyMovement, fc.boolean())
    .map(([setId, movementId, right]) => ({ setId, movementId, place: 'quads', right })),
  'cue-typed': fc.nat(2).map((n) => ({ movementId: 'waxwing:middle', cueId: `waxwing:middle/typed-${n}`, text: `cue ${n}` })),
  'cue-given': fc
    .tuple(anySet, anyFault)
    .map(([setId, faultId]) => ({ setId, faultId, faultTypeId: faultId.split('/')[1]!, cueId: 'spread-the-floor' })),
  'proposal-shown': fc.nat(2).map((n) => ({ proposalId: id('7', n), about: 'next-set', text: '12 reps', reasons: ['clean'] })),
  'proposal-decided': fc.tuple(fc.nat(2), fc.boolean()).map(([n, taken]) => ({ proposalId: id('7', n), taken })),
  'set-ended': fc.tuple(anySet, anySegment, fc.boolean()).map(([setId, segmentId, isStated]) => ({
    setId,
    reason: 'done' as const,
    ...(isStated && { amounts: [{ segmentId, amount: 9 }] }),
  })),
  'effort-rated': fc
    .tuple(anySet, fc.boolean())
    .map(([setId, inNumbers]) => ({ setId, effort: 'about-right' as const, ...(inNumbers && { reserve: 2 }) })),
  'load-changed': anyItem.map(({ itemId }) => ({ itemId, load: { kind: 'single' as const, value: 8, unit: 'kg' as const } })),
  'next-set-planned': anyItem.map(({ itemId }) => ({ itemId, target: 12 })),
  'movements-brought': fc.nat(3).map((n) => ({ revisionIds: [id('d', n), id('d', n + 1)] })),
  'movement-swapped': fc.tuple(anyItem, anyMovement, anySet).map(([{ itemId, movementId, dose, load }, to, setId]) => ({
    itemId,
    fromMovementId: movementId,
    toMovementId: to,
    toRevisionId: id('d', 0),
    dose,
    target: 8,
    load,
    levers: ['support' as const],
    setId,
  })),
  'pain-reported': fc.option(anySet, { nil: undefined }).map((setId) => ({ kind: 'other' as const, ...maybe('setId', setId) })),
  note: fc.constant({ text: 'Tired today.' }),
  'decision-made': anyMovement.map((movementId) => ({ movementId, kind: 'repeat' as const, text: 'The same', reasons: [] })),
  'set-up-noted': anyMovement.map((movementId) => ({ movementId, setUp: { wedge: 'low' } })),
  'clock-set': fc
    .tuple(
      fc.constantFrom('started' as const, 'paused' as const, 'resumed' as const, 'moved' as const, 'ended' as const),
      fc.nat(90),
    )
    .map(([move, seconds]) => ({ move, blockId: id('9', 0), seconds, ...(seconds % 2 === 1 && { holdSeconds: 30 }) })),
};

const anyDraft = fc
  .constantFrom(...(Object.keys(PAYLOADS) as EventType[]))
  .chain((type) =>
    fc
      .tuple(anyLane, PAYLOADS[type] as fc.Arbitrary<object>)
      .map(([lane, payload]) => ({ type, ...lane, payload }) as EventDraft),
  );

/** What is said, or which of the events before it is answered, taken back or amended, counted from the latest. */
type Said =
  | { readonly kind: 'draft'; readonly draft: EventDraft }
  | { readonly kind: 'outcome' | 'retract' | 'amend'; readonly back: number };

const anySaid: fc.Arbitrary<Said> = fc.oneof(
  { weight: 12, arbitrary: anyDraft.map((draft) => ({ kind: 'draft' as const, draft })) },
  {
    weight: 5,
    arbitrary: fc.record({ kind: fc.constantFrom('outcome' as const, 'retract' as const, 'amend' as const), back: fc.nat(12) }),
  },
);

function draftOf(said: Said, before: readonly SessionEvent[]): EventDraft {
  if (said.kind === 'draft') return said.draft;
  const pool = said.kind === 'outcome' ? before.filter(({ type }) => type === 'cue-given') : before;
  const target = pool.at(-1 - said.back);
  if (!target) return { type: 'note', payload: { text: 'x' } };
  if (said.kind === 'outcome')
    return { type: 'cue-outcome', payload: { cueGivenId: target.id, outcome: said.back % 2 ? 'fixed' : 'same' } };
  if (said.kind === 'retract' || target.type === 'retracted' || target.type === 'amended') {
    return { type: 'retracted', payload: { eventId: target.id } };
  }
  const other = {
    ...target.payload,
    ...('target' in target.payload && { target: 7 }),
    ...('text' in target.payload && { text: 'y' }),
    ...('guest' in target.payload && { clientId: id('c', 2) }),
  };
  return { type: 'amended', payload: { eventId: target.id, amends: target.type, payload: other } };
}

/** Any hour of so many events, in the order of their making; corrections are always of something earlier made, not always of something earlier in order. */
export function anyHour(least: number, most: number): fc.Arbitrary<SessionEvent[]> {
  const step = fc.tuple(anySaid, fc.nat(2), fc.nat(3));
  return fc.array(step, { minLength: least, maxLength: most, size: 'max' }).map((steps) => {
    const events: SessionEvent[] = [];
    const lamports = [1, 1, 1];
    for (const [at, [said, replica, leap]] of steps.entries()) {
      // What another did is seen now and then: logical times overlap.
      const lamport = (leap === 0 ? Math.max(...lamports) : lamports[replica]!) + 1;
      lamports[replica] = lamport;
      events.push(
        stampEvent(draftOf(said, events), {
          id: id('e', at),
          sessionId: SESSION,
          replicaId: id('f', replica),
          seq: at + 1,
          lamport,
          at: new Date(Date.UTC(2026, 2, 2, 9, 0, at)).toISOString(),
          actor: 'trainer',
        }) as SessionEvent,
      );
    }
    return events;
  });
}
