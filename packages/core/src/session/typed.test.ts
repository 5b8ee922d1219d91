import { expect, test } from '@jest/globals';
import { floor } from '../test/floor.ts';
import { TestReplica } from '../test/replica.ts';
import { LANE } from '../test/smallLibrary.ts';
import { checkEvent } from '../exchange/checkEvent.ts';
import { countRep, endSet, noteOutcome, sayTypedCue, seeFault, seeTypedFault } from './actions.ts';
import { foldSession } from './fold.ts';
import { laneSituation } from './laneSituation.ts';
import { projectLog } from './log.ts';
import { setRows } from './logRows.ts';
import { movementsOf } from './typed.ts';

test('a fault that the library lacks is a tile at once, with what is said for it and what that did', () => {
  const { index, look, replica, tap } = floor();
  const seen = tap(countRep, (context) => seeTypedFault(context, 'Plank tips'));
  const [tile] = seen.tiles.filter(({ fault }) => fault.name === 'Plank tips');
  expect(tile).toMatchObject({ inView: true, seen: { times: 1, status: 'open' }, fault: { severity: 'performance' } });
  expect(seen.correction).toMatchObject({ triage: { first: { fault: { name: 'Plank tips' } } }, cues: [] });

  const said = tap((context) => sayTypedCue(context, 'Quiet plank'));
  expect(said.correction).toMatchObject({ waitingFor: { text: 'Quiet plank' }, cues: [{ cue: { text: 'Quiet plank' } }] });
  // Seen again it is the same one, and says again what it is.
  const { faultId } = tile!.fault;
  tap((context) => seeTypedFault(context, 'plank tips '));
  tap((context) => seeFault(context, faultId));
  tap(
    (context) => noteOutcome(context, 'fixed'),
    (context) => endSet(context, 'done'),
  );
  const { state } = look();
  expect(state.typed.map(({ kind, text, faultId: of }) => [kind, text, of])).toEqual([
    ['fault', 'Plank tips', undefined],
    ['cue', 'Quiet plank', faultId],
  ]);
  const [set] = projectLog(state, movementsOf(index, state)).lanes[0]!.items[0]!.sets;
  expect(set).toMatchObject({
    faults: [{ name: 'Plank tips', times: 3, status: 'fixed' }],
    trials: [{ text: 'Quiet plank', outcome: 'fixed', counts: true }],
  });
  expect(setRows(state.lanes[0]!.sets[0]!, movementsOf(index, state)).faults).toMatchObject([
    { faultId, severity: 'performance' },
  ]);
  for (const event of replica.events) expect(checkEvent(JSON.parse(JSON.stringify(event)))).toMatchObject({ ok: true });
});

test('it stands while a sighting stands, whatever is taken back on another device', () => {
  const { brief, index, replica, tap } = floor();
  const { tiles } = tap(countRep, (context) => seeTypedFault(context, 'Plank tips'));
  const { faultId } = tiles.find(({ fault }) => fault.name === 'Plank tips')!.fault;
  const sighting = replica.events.findLast(({ type }) => type === 'fault-seen')!;
  const other = new TestReplica('b');
  other.see(replica);
  const state = foldSession(replica.events);
  other.add(...seeFault({ index, state, situation: laneSituation(index, state, LANE)!, newId: other.newId }, faultId));
  replica.see(other);
  replica.add({ type: 'retracted', payload: { eventId: sighting.id } });
  const after = foldSession([...replica.events, ...other.events]);
  expect(after.typed).toMatchObject([{ id: faultId, text: 'Plank tips' }]);
  other.see(replica);
  other.add({ type: 'retracted', payload: { eventId: other.events.find(({ type }) => type === 'fault-seen')!.id } });
  expect(foldSession([...replica.events, ...other.events]).typed).toEqual([]);
  expect(brief.revisions.some(({ document }) => document.faults.some(({ id }) => faultId.endsWith(`/${id}`)))).toBe(false);
});

test('a cue that comes to mind while nothing is wrong is kept to be said; one that is here already is that one', () => {
  const { look, tap } = floor();
  const { movement } = tap((context) => sayTypedCue(context, 'Sit to the rope'));
  expect(movement.cues.at(-1)).toMatchObject({ text: 'Sit to the rope' });
  tap(
    (context) => sayTypedCue(context, 'sit to the rope'),
    (context) => sayTypedCue(context, 'heavy heels'),
  );
  expect(look().state.typed).toHaveLength(1);
});
