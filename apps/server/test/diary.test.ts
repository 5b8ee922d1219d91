import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ApiError, ClientExport, DiaryAnswer, KeptPlan, PacesAnswer, TodayAnswer, Visit } from '@waxwing/core/api';
import { newItem, type Plan } from '@waxwing/core/planning';
import { openSession, type SessionBrief } from '@waxwing/core/session';
import { v4, v7 } from 'uuid';
import { Transactions } from '../src/database/transactions.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;
let ada: string;
let ben: string;
let foreign: string;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
  ada = await server.client(server.owner, 'Ada Quay');
  ben = await server.client(server.owner, 'Ben Holm');
  foreign = await server.client(server.trainer, 'Fay Foreign');
});
afterAll(() => server.stop());

const problemsOf = (body: unknown) => (body as ApiError).problems!.map(({ path }) => path);
const form = (part: object = {}) => ({
  bookingId: v7(),
  localDate: '2026-12-01',
  startMinute: 540,
  minutes: 60,
  clientIds: [ada],
  ...part,
});
const book = async (part: object = {}) => (await owner.post('/api/bookings', form(part)).expect(201)).body as Visit;
const diary = async (from: string, to: string, by = owner) =>
  (await by.get(`/api/bookings?from=${from}&to=${to}`).expect(200)).body as DiaryAnswer;
const days = ({ visits }: DiaryAnswer) => visits.map(({ localDate }) => localDate);

describe('the diary', () => {
  test('a weekly series is booked once, moved from one day on, and one of it cancelled; what comes before stays', async () => {
    const repeat = { everyWeeks: 1, until: '2027-01-12', except: ['2026-12-29'] };
    const first = await book({ localDate: '2026-12-08', clientIds: [ada, ben], repeat });
    const all = await diary('2026-12-08', '2027-01-31');
    expect(days(all)).toEqual(['2026-12-08', '2026-12-15', '2026-12-22', '2027-01-05', '2027-01-12']);
    expect(all.visits[0]!.clients.map(({ name }) => name).sort()).toEqual(['Ada Quay', 'Ben Holm']);
    // Asked again, for want of an answer: no second series.
    await owner
      .post('/api/bookings', { ...form({ localDate: '2026-12-08', clientIds: [ada, ben], repeat }), bookingId: first.bookingId })
      .expect(201);
    expect(days(await diary('2026-12-08', '2027-01-31'))).toHaveLength(5);
    const third = all.visits[2]!;
    const moved = { localDate: '2026-12-23', startMinute: 600, minutes: 45, clientIds: [ada] };
    await owner.put(`/api/bookings/${third.bookingId}`, { ...moved, scope: 'following' }).expect(200);
    const after = await diary('2026-12-08', '2027-01-31');
    expect(days(after)).toEqual(['2026-12-08', '2026-12-15', '2026-12-23', '2027-01-06', '2027-01-13']);
    expect(after.visits.map(({ startMinute, clients }) => [startMinute, clients.length])).toEqual([
      [540, 2],
      [540, 2],
      [600, 1],
      [600, 1],
      [600, 1],
    ]);
    const [cancelled] = (await owner.delete(`/api/bookings/${after.visits[3]!.bookingId}`).expect(200)).body as Visit[];
    expect(days(await diary('2026-12-08', '2027-01-31'))).toHaveLength(4);
    const { bookingId, seriesId, localDate, startMinute, minutes } = cancelled!;
    // Undone: it is there again, and belongs to its series.
    await owner.post('/api/bookings', { bookingId, seriesId, localDate, startMinute, minutes, clientIds: [ada] }).expect(201);
    expect(days(await diary('2026-12-08', '2027-01-31'))).toHaveLength(5);
    await owner.delete(`/api/bookings/${after.visits[1]!.bookingId}?scope=following`).expect(200);
    expect(days(await diary('2026-12-08', '2027-01-31'))).toEqual(['2026-12-08']);
  });

  test.each([
    ['nobody', { clientIds: [] }, 'clientIds'],
    ['somebody else’s client', { clientIds: 'foreign' }, 'clientIds'],
    ['the same person twice', { clientIds: 'twice' }, 'clientIds'],
    ['a day that is none', { localDate: '2026-02-31' }, 'localDate'],
    ['an end after midnight', { startMinute: 1410 }, 'minutes'],
    ['a room that isn’t there', { placeId: v4() }, 'placeId'],
    ['a series that ends before it begins', { repeat: { everyWeeks: 1, until: '2026-11-01', except: [] } }, 'repeat.until'],
    ['a series without an end in sight', { repeat: { everyWeeks: 1, until: '2099-11-01', except: [] } }, 'repeat.until'],
    ['a class of a thousand', { clientIds: [], heads: 1000 }, 'heads'],
  ])('%s is refused at its field, and nothing is booked', async (_what, part, path) => {
    const clientIds = (part as { clientIds?: unknown }).clientIds;
    const said = clientIds === 'foreign' ? { clientIds: [foreign] } : clientIds === 'twice' ? { clientIds: [ada, ada] } : part;
    const { body } = await owner.post('/api/bookings', form({ localDate: '2026-11-30', ...said })).expect(400);
    expect(problemsOf(body)).toContain(path);
    expect(days(await diary('2026-11-30', '2026-11-30'))).toEqual([]);
  });

  test('a time that the clock of the studio skips is refused, with the day', async () => {
    const keepTime = (zone: string) =>
      server.app.get(Transactions).run((manager) => manager.query('update studios set zone = ?', [zone]));
    const skipped = form({
      localDate: '2027-03-21',
      startMinute: 90,
      repeat: { everyWeeks: 1, until: '2027-04-04', except: [] },
    });
    await keepTime('Europe/London');
    const { body } = await owner.post('/api/bookings', skipped).expect(400);
    expect((body as ApiError).problems).toEqual([{ path: 'startMinute', message: 'the clock skips that time on 2027-03-28' }]);
    await keepTime('Etc/UTC');
    await owner.post('/api/bookings', skipped).expect(201);
  });

  test('others’ hours are told by room and name, without whom they train; their visits are not there', async () => {
    const [place] = (await owner.get('/api/places').expect(200)).body as { placeId: string }[];
    const at = { localDate: '2026-12-02', ...(place && { placeId: place.placeId }) };
    const theirs = (await trainer.post('/api/bookings', form({ ...at, clientIds: [foreign] })).expect(201)).body as Visit;
    const { visits, others } = await diary('2026-12-02', '2026-12-02');
    expect(visits).toEqual([]);
    expect(others).toMatchObject([{ startMinute: 540, trainerName: 'Tom Trainer', clientIds: [] }]);
    expect(JSON.stringify(others)).not.toContain('Fay');
    await owner.get(`/api/bookings/${theirs.bookingId}`).expect(404);
    await owner.put(`/api/bookings/${theirs.bookingId}`, { ...form(), bookingId: undefined, scope: 'this' }).expect(404);
    await owner.delete(`/api/bookings/${theirs.bookingId}`).expect(404);
    await owner.get('/api/bookings?from=2026-12-02&to=2026-12-01').expect(400);
    await owner.get('/api/bookings?from=2026-12-02&to=2028-12-01').expect(400);
  });

  test('a calendar elsewhere reads first names and times behind an address that is told once and can be withdrawn', async () => {
    const soon = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
    await book({ localDate: soon, startMinute: 615, minutes: 45 });
    await book({ localDate: soon, clientIds: [], heads: 9, title: 'Ropes, all levels', startMinute: 700 });
    const file = (await owner.get('/api/calendar.ics').expect(200)).text;
    expect(file).toContain('BEGIN:VEVENT');
    expect(file).toContain('SUMMARY:Ada');
    expect(file).not.toContain('Quay');
    expect(file).toContain('SUMMARY:Ropes\\, all levels');
    expect(file).toContain(`DTSTART:${soon.replaceAll('-', '')}T101500Z`);
    expect((await owner.get('/api/calendar-feed').expect(200)).body).toEqual({ since: null });
    const { token } = (await owner.post('/api/calendar-feed', {}).expect(201)).body as { token: string };
    const read = (secret: string) => server.anonymous().get(`/api/feeds/${secret}.ics`);
    expect((await read(token).expect(200)).text).toContain('SUMMARY:Ada');
    const { token: next } = (await owner.post('/api/calendar-feed', {}).expect(201)).body as { token: string };
    await read(token).expect(404);
    const left = (at: string | null) =>
      server.app
        .get(Transactions)
        .run((manager) => manager.query('update trainers set "leftAt" = ? where login = ?', [at, 'owner']));
    await left('2026-11-01T00:00:00.000Z');
    await read(next).expect(404);
    await left(null);
    await read(next).expect(200);
    await owner.delete('/api/calendar-feed').expect(204);
    await read(next).expect(404);
    await read('x').expect(404);
  });
});

function planFor(clientIds: readonly string[], part: Partial<Plan> = {}): Plan {
  const lanes = clientIds.map((clientId) => ({ laneId: v4(), clientId }));
  const item = {
    ...newItem('waxwing:goblet-squat', v4),
    own: lanes.slice(1).map(({ laneId }) => ({ laneId, movementId: 'waxwing:box-squat' })),
  };
  const blocks: Plan['blocks'] = [
    { blockId: v4(), part: 'main', format: { kind: 'rounds', rounds: 3, restSeconds: 60 }, items: [item] },
  ];
  return { name: '', minutes: 60, lanes, blocks, ...part };
}

const keep = (planId: string, body: object, by = owner) => by.put(`/api/plans/${planId}`, body);

describe('plans', () => {
  test('are kept by version: another device’s change is not overwritten, a repeated save is no second one', async () => {
    const [planId, plan] = [v4(), planFor([ada, ben])];
    const kept = (await keep(planId, { plan, version: 0 }).expect(200)).body as KeptPlan;
    expect(kept).toMatchObject({ version: 1, plan, isTemplate: false });
    expect((await keep(planId, { plan, version: 0 }).expect(200)).body).toMatchObject({ version: 1 });
    const shorter = { ...plan, minutes: 45 };
    await keep(planId, { plan: shorter, version: 1 }).expect(200);
    const { body } = await keep(planId, { plan: { ...plan, minutes: 30 }, version: 1 }).expect(409);
    expect((body as ApiError).code).toBe('changed');
    expect((await owner.get(`/api/plans/${planId}`).expect(200)).body).toMatchObject({ version: 2, plan: { minutes: 45 } });
    await trainer.get(`/api/plans/${planId}`).expect(404);
    await trainer.delete(`/api/plans/${planId}`).expect(404);
    await keep(planId, { plan: planFor([foreign]), version: 0 }, trainer).expect(409);
    await owner.delete(`/api/plans/${planId}`).expect(204);
  });

  test('what is no plan is refused with its field: bounds, ids twice, foreign people, a lane that isn’t there', async () => {
    const plan = planFor([ada]);
    const [block] = plan.blocks;
    const refused = async (bad: object) =>
      problemsOf((await keep(v4(), { plan: { ...plan, ...bad }, version: 0 }).expect(400)).body).join();
    expect(await refused({ minutes: 500 })).toContain('plan.minutes');
    expect(await refused({ lanes: [{ laneId: v4(), clientId: foreign }] })).toContain('plan.');
    expect(await refused({ lanes: [...plan.lanes, ...plan.lanes] })).toContain('plan.lanes');
    expect(await refused({ blocks: [block, block] })).toContain('plan.blocks');
    expect(await refused({ blocks: Array.from({ length: 13 }, () => ({ ...block!, blockId: v4(), items: [] })) })).toContain(
      'plan.blocks',
    );
    expect(await refused({ blocks: [{ ...block!, format: { kind: 'rounds', rounds: 51, restSeconds: 0 } }] })).toContain(
      'rounds',
    );
    expect(await refused({ blocks: [{ ...block!, format: { kind: 'waltz' } }] })).toContain('format');
    expect(await refused({ blocks: [{ ...block!, items: [{ ...block!.items[0]!, own: [{ laneId: v4() }] }] }] })).toContain(
      'own',
    );
  });

  test('the largest that there may be is kept and begun as it is; one movement more is refused', async () => {
    const people = [
      ada,
      ben,
      ...(await Promise.all(['C', 'D', 'E', 'F'].map((name) => server.client(server.owner, `${name} Many`)))),
    ];
    const lanes = people.map((clientId) => ({ laneId: v4(), clientId }));
    const load = { kind: 'bar' as const, bar: 20, platesPerSide: [10, 5, 2.5, 1.25], unit: 'kg' as const };
    const tempo = { lowerSeconds: 3, turnSeconds: 1, liftSeconds: 1, finishSeconds: 0 };
    const item = () => ({
      ...newItem('waxwing:barbell-back-squat', v4),
      own: lanes.map(({ laneId }) => ({
        laneId,
        movementId: 'waxwing:goblet-squat',
        amount: { unit: 'reps' as const, value: 8 },
        sets: 3,
        load,
        tempo,
      })),
      note: 'x'.repeat(300),
    });
    const block = (count: number): Plan['blocks'][number] => ({
      blockId: v4(),
      part: 'main',
      format: { kind: 'sets' },
      items: Array.from({ length: count }, item),
    });
    const plan: Plan = { name: '', minutes: 180, lanes, blocks: Array.from({ length: 12 }, () => block(5)) };
    const planId = v4();
    expect((await keep(planId, { plan, version: 0 }).expect(200)).body).toMatchObject({ version: 1, plan });
    const more = { ...plan, blocks: [...plan.blocks.slice(1), block(6)] };
    expect(problemsOf((await keep(planId, { plan: more, version: 1 }).expect(400)).body)).toContain('plan.blocks');
    const started = {
      sessionId: v7(),
      localDate: '2026-12-07',
      zone: 'Etc/UTC',
      plan,
      lanes: lanes.map((lane) => ({
        ...lane,
        movements: plan.blocks.flatMap(({ items }) =>
          items.map(({ itemId }) => ({ movementId: 'waxwing:goblet-squat', planItemId: itemId })),
        ),
      })),
    };
    const brief = (await owner.post('/api/sessions', started).expect(201)).body as SessionBrief;
    expect(brief.clients.map(({ items }) => items.length)).toEqual([60, 60, 60, 60, 60, 60]);
    expect(brief.plan).toEqual(plan);
  });

  test('a visit has one plan, shown in the diary and on Today with what was begun; templates are listed apart', async () => {
    const { bookingId } = await book({ localDate: '2026-12-04', clientIds: [ada, ben] });
    const [planId, plan] = [v4(), planFor([ada, ben])];
    await keep(planId, { plan, version: 0, bookingId }).expect(200);
    await keep(v4(), { plan: planFor([ada]), version: 0, bookingId }).expect(409);
    // A colleague who names the visit plans nothing of it.
    await keep(v4(), { plan: planFor([foreign]), version: 0, bookingId }, trainer).expect(200);
    const templateId = v4();
    await keep(templateId, { plan: planFor([], { name: 'Legs and a pull' }), version: 0, isTemplate: true }).expect(200);
    const templates = (await owner.get('/api/plans/templates').expect(200)).body as KeptPlan[];
    expect(templates.map((each) => each.planId)).toEqual([templateId]);
    expect((await diary('2026-12-04', '2026-12-04')).visits[0]!.plan).toEqual({ planId, movements: 1 });
    const lanes = plan.lanes.map(({ laneId, clientId }) => ({
      laneId,
      clientId: clientId!,
      movements: [
        {
          movementId: 'waxwing:goblet-squat',
          planItemId: plan.blocks[0]!.items[0]!.itemId,
          sets: 3,
          target: 30,
          dose: { kind: 'seconds', low: 30, high: 30 },
          restSeconds: 20,
        },
      ],
    }));
    const start = { sessionId: v7(), localDate: '2026-12-04', zone: 'Etc/UTC', lanes, plan, bookingId };
    const brief = (await owner.post('/api/sessions', start).expect(201)).body as SessionBrief;
    expect(brief.plan).toEqual(plan);
    expect(brief.clients[0]!.items[0]).toMatchObject({ sets: 3, target: 30, restSeconds: 20, dose: { kind: 'seconds' } });
    const today = (await owner.get('/api/today?date=2026-12-04').expect(200)).body as TodayAnswer;
    expect(today.visits[0]).toMatchObject({ plan: { planId }, session: { sessionId: brief.sessionId, status: 'not-started' } });
    // Begun, it is what these two did last; for one of them alone there is nothing.
    await owner.send(brief.sessionId, owner.stamp(brief.sessionId, openSession(brief), '2026-12-04T09:00:00.000Z'));
    const last = async (ids: string[]) =>
      (await owner.get(`/api/plans/last?clientIds=${ids.join()}`).expect(200)).body as { last: unknown };
    expect(await last([ben, ada])).toEqual({ last: { localDate: '2026-12-04', plan } });
    expect(await last([ada])).toEqual({ last: null });
    await owner.get(`/api/plans/last?clientIds=${foreign}`).expect(404);
    await owner.get('/api/plans/last?clientIds=nobody').expect(400);
  });

  test('a client takes their part along when it is exported, and leaves the others’ when they are forgotten', async () => {
    const cleo = await server.client(server.owner, 'Cleo Stern');
    const [planId, plan] = [v4(), planFor([ada, cleo])];
    await keep(planId, { plan, version: 0 }).expect(200);
    const aloneId = v4();
    await keep(aloneId, { plan: planFor([cleo]), version: 0 }).expect(200);
    const { plans } = (await owner.get(`/api/clients/${cleo}/export`).expect(200)).body as ClientExport;
    expect(plans).toHaveLength(2);
    expect(plans.every((each) => each.lanes.length === 1 && each.lanes[0]!.clientId === cleo)).toBe(true);
    await owner.delete(`/api/clients/${cleo}`, { name: 'Cleo Stern' }).expect(204);
    const { plan: left } = (await owner.get(`/api/plans/${planId}`).expect(200)).body as KeptPlan;
    expect(left.lanes.map(({ clientId }) => clientId)).toEqual([ada]);
    expect(JSON.stringify(left)).not.toContain(cleo);
    await owner.get(`/api/plans/${aloneId}`).expect(404);
  });
});

test('the pace of a rep is the median between two taps of one set, by movement', async () => {
  const dot = await server.client(server.owner, 'Dot Wells');
  const brief = await owner.start(dot, ['waxwing:goblet-squat'], '2026-12-05');
  const { laneId, items } = brief.clients[0]!;
  const [item] = items;
  const [setId, segmentId] = [v4(), v4()];
  const at = (seconds: number) => new Date(Date.parse('2026-12-05T10:00:00Z') + seconds * 1000).toISOString();
  await owner.send(brief.sessionId, owner.stamp(brief.sessionId, openSession(brief), at(0)));
  const { itemId, movementId, revisionId, load, target } = item!;
  const begin = {
    type: 'segment-started' as const,
    laneId,
    clientId: dot,
    payload: { setId, segmentId, itemId, movementId, revisionId, load, target },
  };
  await owner.send(brief.sessionId, owner.stamp(brief.sessionId, [begin], at(1)));
  for (const seconds of [5, 8, 11, 14, 60]) {
    const rep = { type: 'rep-counted' as const, laneId, clientId: dot, payload: { setId, segmentId } };
    await owner.send(brief.sessionId, owner.stamp(brief.sessionId, [rep], at(seconds)));
  }
  const paces = (await owner.get(`/api/clients/${dot}/paces`).expect(200)).body as PacesAnswer;
  expect(paces.reps[movementId]).toEqual({ secondsPerRep: 3, reps: 3 });
  expect(paces.gaps).toEqual({ beforeAnotherSetSeconds: null, beforeNewMovementSeconds: null });
  await trainer.get(`/api/clients/${dot}/paces`).expect(404);
});

test('what was done of late is told by movement, and faults since a day apart from those before', async () => {
  const path = `/api/clients/${ada}/lately?setsSince=2026-11-01&faultsSince=2026-11-01`;
  expect((await owner.get(path).expect(200)).body).toEqual({ sets: {}, faults: {}, faultsBefore: {} });
  await trainer.get(path).expect(404);
  await owner.get(`/api/clients/${ada}/lately?setsSince=soon&faultsSince=2026-11-01`).expect(400);
});

test('a room that is taken away leaves its visits, without a place', async () => {
  const inventory = { things: [], sources: [] };
  const { placeId } = (await owner.post('/api/places', { name: 'The slip', inventory }).expect(201)).body as { placeId: string };
  const { bookingId } = await book({ localDate: '2026-12-09', placeId });
  await owner.delete(`/api/places/${placeId}`).expect(204);
  expect((await owner.get(`/api/bookings/${bookingId}`).expect(200)).body).toMatchObject({ placeId: null });
});
