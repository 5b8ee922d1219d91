import { describe, expect, test } from '@jest/globals';
import { v4, v7 } from 'uuid';
import { UNKNOWN_PAYLOAD_MAX, checkEvent } from './checkEvent.ts';

const where = { clientId: v4(), laneId: v4() };
const good = {
  id: v7(),
  sessionId: v4(),
  replicaId: v4(),
  seq: 1,
  lamport: 1,
  at: '2026-03-02T09:00:00.000Z',
  actor: 'trainer',
  type: 'note',
  v: 1,
  payload: { text: 'Slept badly.' },
};
const segment = {
  setId: v4(),
  segmentId: v4(),
  itemId: v4(),
  movementId: 'waxwing:box-squat',
  revisionId: v4(),
  load: { kind: 'single', value: 16, unit: 'kg' },
  target: 10,
};

/** Paths of what is wrong; none when it is taken. */
function wrong(part: object): string[] {
  const checked = checkEvent({ ...good, ...part });
  return checked.ok ? [] : [...new Set(checked.problems.map((problem) => problem.path))];
}

describe('checking an event', () => {
  test('a sound one is taken, with and without lane and client', () => {
    expect(wrong({})).toEqual([]);
    expect(wrong(where)).toEqual([]);
  });

  test.each([
    ['an id that a device doesn’t make', { id: v4() }, ['id']],
    ['a sequence from before the beginning', { seq: 0 }, ['seq']],
    ['a logical time that isn’t whole', { lamport: 1.5 }, ['lamport']],
    ['a local time', { at: '2026-03-02T09:00:00+01:00' }, ['at']],
    ['a time that isn’t one', { at: 'yesterday at nine o’clock Z' }, ['at']],
    ['a stranger', { actor: 'passer-by' }, ['actor']],
    ['a type that no kind is written like', { type: 'Note!' }, ['type']],
    ['a version that isn’t whole', { v: 1.5 }, ['v']],
    ['an id in capitals', { id: v7().toUpperCase() }, ['id']],
    ['a day that no calendar has', { at: '2026-02-30T09:00:00.000Z' }, ['at']],
    ['a property that nobody knows', { admin: true }, ['admin']],
    ['a payload that is a list', { payload: [] }, ['payload']],
    [
      'a payload of another type',
      { payload: { setId: v4(), effort: 'about-right' } },
      ['payload.setId', 'payload.effort', 'payload.text'],
    ],
    ['a note without end', { payload: { text: 'x'.repeat(1001) } }, ['payload.text']],
    ['an empty note', { payload: { text: '' } }, ['payload.text']],
  ])('%s is refused by its path', (_what, part, paths) => {
    expect(wrong(part).sort()).toEqual([...paths].sort());
  });

  test.each([
    ['negative', { load: { kind: 'single', value: -1, unit: 'kg' } }, 'payload.load.value'],
    ['absurd', { load: { kind: 'pair', value: 501, unit: 'kg' } }, 'payload.load.value'],
    ['not a number', { load: { kind: 'single', value: 'sixteen', unit: 'kg' } }, 'payload.load.value'],
    ['in stones', { load: { kind: 'single', value: 2, unit: 'st' } }, 'payload.load.unit'],
    ['of no kind', { load: { kind: 'anvil', value: 2 } }, 'payload.load.kind'],
    ['with a field of another kind', { load: { kind: 'stack', pin: 7, value: 20 } }, 'payload.load.value'],
    ['missing', { load: undefined }, 'payload.load'],
  ])('a load that is %s is refused', (_what, part, path) => {
    expect(wrong({ type: 'segment-started', payload: { ...segment, ...part } })).toContain(path);
  });

  test('every kind of load is taken as entered', () => {
    for (const load of [
      { kind: 'bodyweight' },
      { kind: 'pair', value: 12.5, unit: 'kg' },
      { kind: 'bar', bar: 20, platesPerSide: [10, 1.25], unit: 'kg' },
      { kind: 'stack', pin: 7 },
      { kind: 'band', strands: 2, stretch: 1.5 },
      { kind: 'assisted', value: 10, unit: 'lb' },
      { kind: 'makeshift', what: 'watering can', value: 9.5, unit: 'kg' },
    ]) {
      const checked = checkEvent({ ...good, type: 'segment-started', payload: { ...segment, load } });
      expect(checked).toMatchObject({ ok: true, value: { payload: { load } } });
    }
  });

  test('an amendment brings a payload that its type would take', () => {
    const amended = (payload: object) => wrong({ type: 'amended', payload: { eventId: v7(), amends: 'note', payload } });
    expect(amended({ text: 'Slept well.' })).toEqual([]);
    expect(amended({ words: 'Slept well.' })).toEqual(['payload.payload.words', 'payload.payload.text']);
    expect(wrong({ type: 'amended', payload: { eventId: v7(), amends: 'retracted', payload: { eventId: v7() } } })).toEqual([
      'payload.amends',
    ]);
  });

  test('what a newer Waxwing writes is kept as it is, up to a length', () => {
    const payload = { beats: 150, from: ['a', 'watch'] };
    for (const part of [{ type: 'heart-rate-seen' }, { type: 'constructor' }, { v: 2 }]) {
      expect(checkEvent({ ...good, ...part, payload })).toMatchObject({ ok: true, value: { ...part, payload } });
    }
    expect(wrong({ type: 'heart-rate-seen', payload: { text: 'x'.repeat(UNKNOWN_PAYLOAD_MAX) } })).toEqual(['payload']);
    const amended = (of: object) =>
      wrong({ type: 'amended', payload: { eventId: v7(), amends: 'heart-rate-seen', payload: of } });
    expect(amended(payload)).toEqual([]);
    expect(amended({ text: 'x'.repeat(UNKNOWN_PAYLOAD_MAX) })).toEqual(['payload.payload']);
  });

  test('what isn’t an object at all is refused without a fuss', () => {
    for (const nonsense of [null, 7, 'event', [], undefined]) expect(checkEvent(nonsense)).toMatchObject({ ok: false });
  });
});
