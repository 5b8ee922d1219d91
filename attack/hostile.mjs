// Garbage on every route: no answer may be 500, none may hang, and the server has to be well afterwards.
import { v4, v7 } from 'uuid';
import { check, Device, OWNER, Server } from './server.mjs';

const LONG = 'x'.repeat(5000);
const HOSTILE = [
  null,
  true,
  false,
  0,
  -1,
  1.5,
  1e308,
  Number.MAX_SAFE_INTEGER,
  '',
  ' ',
  'x',
  LONG,
  '\u0000',
  '\ud800',
  '<script>alert(1)</script>',
  "'; drop table events; --",
  '%',
  '../../etc/passwd',
  '2026-99-99',
  'NaN',
  [],
  [[]],
  [null],
  [{}],
  {},
  { a: { b: { c: [] } } },
  { length: 9 },
  { toString: 1 },
  { then: 1 },
  { $ne: null },
  v4().toUpperCase(),
  Array.from({ length: 3000 }, () => 0),
];
const RAW = [
  '',
  '{',
  '[',
  'null',
  '"x"',
  '7',
  '[]',
  '[[]]',
  '{}',
  '{"__proto__":{"isAdmin":true}}',
  '{"constructor":{"prototype":{}}}',
  `${'['.repeat(9000)}${']'.repeat(9000)}`,
  `{"a":${'{"a":'.repeat(3000)}1${'}'.repeat(3000)}}`,
  '\ufeff{}',
  '{"a":1e999}',
  '{"a":"\\ud800"}',
  JSON.stringify(Object.fromEntries(Array.from({ length: 20_000 }, (_, i) => [`k${i}`, i]))),
];
const QUERIES = [
  '',
  '?',
  '?a',
  '?a[]=1&a[b]=2',
  '?date=2026-99-99',
  '?date[]=x',
  '?date=%00',
  '?after=-1',
  '?after=1e99',
  '?after=x',
  '?before=1',
  `?before=${v4()}`,
  '?live=maybe',
  `?q=${LONG}`,
  '?%E0%A4%A',
  '?clientId=1',
  `?clientId=${v4()}`,
];
const PARTS = [
  'x',
  '%00',
  '%',
  '%2e%2e%2f',
  '__proto__',
  'null',
  LONG,
  '00000000-0000-0000-0000-000000000000',
  v4().toUpperCase(),
  '-1',
  '%F0%9F%A6%A2',
];
const HEADERS = [
  { 'content-type': 'text/plain' },
  { 'content-type': 'application/json; charset=utf-32' },
  { 'content-encoding': 'gzip' },
  { cookie: 'waxwing_sign_in=%00' },
  { cookie: `waxwing_sign_in=${'a'.repeat(4000)}` },
  { origin: 'null' },
  { origin: 'http://[' },
  { range: 'bytes=0-' },
  { 'x-forwarded-for': '1.2.3.4' },
  { accept: '*/*;q=x' },
  { 'if-none-match': '"x"' },
  { 'accept-encoding': 'br;q=zz' },
];

/** Sound bodies of each route, to be spoilt field by field. */
function soundBodies({ client, brief, room }) {
  const { sessionId, clients } = brief;
  const device = new Device();
  const [note] = device.notes(sessionId, 1);
  const item = clients[0].items[0];
  const where = { laneId: clients[0].laneId, clientId: client.clientId };
  const segment = {
    setId: v4(),
    segmentId: v4(),
    itemId: item.itemId,
    movementId: item.movementId,
    revisionId: item.revisionId,
    load: item.load,
    target: 8,
  };
  const event = (type, payload) => ({ ...device.notes(sessionId, 1)[0], ...where, type, payload });
  const { clientId, version, ...document } = client;
  return {
    'POST /api/sign-in': [{ ...OWNER }],
    'POST /api/first-owner': [
      { code: 'X', studioName: 'Room', zone: 'Etc/UTC', name: 'Me', login: 'me', password: 'long-enough-it-is' },
    ],
    'POST /api/clients': [{ clientId: v7(), document }],
    'PUT /api/clients/{clientId}': [{ version, document }],
    'PUT /api/clients/{clientId}/stances': [{ positions: { 'knee-travel': 'behind-toes' } }],
    'PUT /api/clients/{clientId}/trainer': [{ trainerId: v4() }],
    'DELETE /api/clients/{clientId}': [{ name: 'nobody' }],
    'POST /api/clients/{clientId}/measurements': [
      { measurementId: v7(), measureId: 'waist', value: 80, localDate: '2026-11-01' },
    ],
    'POST /api/sessions': [
      {
        sessionId: v7(),
        localDate: '2026-11-01',
        zone: 'Etc/UTC',
        lanes: [{ laneId: v7(), clientId, movements: [{ movementId: item.movementId, sets: 3, target: 8, load: item.load }] }],
      },
    ],
    'POST /api/sessions/{sessionId}/events': [
      { events: [note] },
      { events: [event('session-started', { localDate: '2026-11-01', zone: 'Etc/UTC' })] },
      { events: [event('lane-joined', { items: clients[0].items })] },
      { events: [event('movement-started', { item })] },
      { events: [event('segment-started', segment)] },
      { events: [event('rep-counted', { setId: segment.setId, segmentId: segment.segmentId })] },
      {
        events: [event('fault-seen', { setId: segment.setId, faultId: `${item.movementId}/knees-in`, faultTypeId: 'knees-in' })],
      },
      {
        events: [
          event('cue-given', {
            setId: segment.setId,
            faultId: `${item.movementId}/knees-in`,
            faultTypeId: 'knees-in',
            cueId: 'headlights',
          }),
        ],
      },
      { events: [event('looked', { setId: segment.setId, clean: true, gone: [] })] },
      {
        events: [
          event('set-ended', { setId: segment.setId, reason: 'done', amounts: [{ segmentId: segment.segmentId, amount: 8 }] }),
        ],
      },
      {
        events: [
          event('movement-swapped', {
            itemId: item.itemId,
            fromMovementId: item.movementId,
            toMovementId: 'waxwing:box-squat',
            toRevisionId: v4(),
            dose: item.dose,
            target: 8,
            load: item.load,
            levers: [],
          }),
        ],
      },
      { events: [event('decision-made', { movementId: item.movementId, kind: 'repeat', text: 'again', reasons: [] })] },
      { events: [event('set-up-noted', { movementId: item.movementId, setUp: { handle: 'wide' } })] },
      { events: [event('amended', { eventId: note.id, amends: 'note', payload: { text: 'other' } })] },
      { events: [event('retracted', { eventId: note.id })] },
      { events: [event('a-kind-of-tomorrow', { any: ['thing'] })] },
    ],
    'POST /api/places': [{ name: 'Room', inventory: room.inventory }],
    'PUT /api/places/{placeId}': [{ name: 'Room', inventory: room.inventory }],
    'PUT /api/stances/studio': [{ positions: {} }],
    'PUT /api/stances/mine': [{ positions: {} }],
    'POST /api/trainers': [{ name: 'Somebody', login: 'some.body', password: 'long-enough-it-is', role: 'trainer' }],
    'DELETE /api/trainers/{trainerId}': [{ clientsTo: v4() }],
    'PUT /api/trainers/{trainerId}/password': [{ password: 'long-enough-it-is' }],
    'PUT /api/me/password': [{ current: 'wrong', next: 'long-enough-it-is' }],
    'POST /api/library/packs': [
      { files: [{ name: 'a.yaml', text: 'movements: []' }] },
      { files: [{ name: 'a.yaml', text: 'movements: [{}]' }] },
    ],
  };
}

/** Every place in a body, as a path of keys. */
function* places(value, path = []) {
  if (path.length > 0) yield path;
  if (typeof value !== 'object' || value === null) return;
  for (const key of Object.keys(value)) yield* places(value[key], [...path, key]);
}

function spoilt(body, path, value) {
  const copy = structuredClone(body);
  const last = path.at(-1);
  const parent = path.slice(0, -1).reduce((at, key) => at[key], copy);
  if (value === undefined) delete parent[last];
  else parent[last] = value;
  return copy;
}

/** `every`: of the spoilt bodies each how manieth is sent, since a record has many fields. */
export async function hostile(every = 1) {
  const server = new Server();
  // Each request comes from somebody else, so that limits on tries don't keep the rest out.
  await server.start({ WAXWING_PROXY: 'loopback' });
  const cookie = await server.signIn();
  const routes = Object.entries((await server.ask('GET', '/api/docs-json', { cookie })).json().paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => ({ method: method.toUpperCase(), path })),
  );
  // A name that was spoilt may be typed right later on: what deletes comes last.
  routes.sort((a, b) => (a.method === 'DELETE') - (b.method === 'DELETE'));
  const client = (await server.ask('GET', '/api/clients', { cookie })).json().find(({ name }) => name.startsWith('Ilse'));
  const room = (await server.ask('GET', '/api/places', { cookie })).json()[0];
  const brief = await server.begin(cookie);
  const sound = soundBodies({ client, brief, room });
  const ids = {
    clientId: client.clientId,
    sessionId: brief.sessionId,
    placeId: v4(),
    trainerId: v4(),
    deviceId: v4(),
    measurementId: v4(),
  };
  const address = (path, part) => path.replace(/\{(\w+)\}/g, (_, name) => part ?? ids[name] ?? v4());

  const counts = {};
  const bad = [];
  let slowest = { ms: 0, what: '' };
  let sent = 0;
  const send = async (method, path, options) => {
    const began = performance.now();
    const from = `10.${(sent >> 16) & 255}.${(sent >> 8) & 255}.${sent & 255}`;
    const headers = { 'x-forwarded-for': from, ...options?.headers };
    const answer = await server.ask(method, path, { cookie, ...options, headers });
    const ms = performance.now() - began;
    sent += 1;
    const status = answer?.status ?? 'broken off';
    counts[status] = (counts[status] ?? 0) + 1;
    if (ms > slowest.ms) slowest = { ms, what: `${method} ${path.slice(0, 60)}` };
    if (status === 500) bad.push(`${method} ${path.slice(0, 80)} ${JSON.stringify(options ?? {}).slice(0, 300)}`);
  };

  for (const { method, path } of routes) {
    const isSignOut = path === '/api/sign-out';
    const isSlow = /backups|first-owner/.test(path);
    for (const part of path.includes('{') ? PARTS : [])
      await send(method, address(path, part), method === 'GET' ? {} : { body: {} });
    for (const query of QUERIES)
      await send(method, address(path) + query, {
        ...(isSignOut && { cookie: undefined }),
        ...(method !== 'GET' && !isSlow && { body: {} }),
      });
    for (const headers of HEADERS)
      await send(method, address(path), { headers, cookie: undefined, ...(method !== 'GET' && { raw: '{}' }) });
    if (method === 'GET' || isSignOut) continue;
    for (const raw of RAW) await send(method, address(path), { raw });
    for (const body of isSlow && !/first-owner/.test(path) ? [] : HOSTILE) await send(method, address(path), { body });
    for (const [n, body] of (sound[`${method} ${path}`] ?? []).entries()) {
      let i = n;
      for (const place of places(body)) {
        for (const value of [undefined, ...HOSTILE]) {
          i += 1;
          if (i % every === 0) await send(method, address(path), { body: spoilt(body, place, value) });
        }
      }
      await send(method, address(path), { body: { ...body, more: 1 } });
    }
  }
  for (const path of [
    '/api',
    '/api/',
    '/api/none',
    '/api//sign-in',
    '/API/clients',
    '/assets/none.js',
    '/%',
    '/%00',
    '/..%2f..%2fetc/passwd',
  ]) {
    for (const method of ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']) await send(method, path, { cookie: undefined });
  }
  // Whether it is still the server that it was.
  const clients = await server.ask('GET', '/api/clients', { cookie });
  check(clients.status === 200, 'the clients can’t be read any more');
  for (const { clientId } of clients.json()) {
    for (const path of ['', '/history', '/practice', '/export', '/last-time']) {
      const answer = await server.ask('GET', `/api/clients/${clientId}${path}`, { cookie });
      check(answer.status === 200, `${path} of a client answers ${answer.status}`);
    }
  }
  await server.remove();
  check(bad.length === 0, `${bad.length} answers of 500:\n${bad.slice(0, 12).join('\n')}`);
  return `${sent} requests on ${routes.length} routes: ${JSON.stringify(counts)}; slowest ${Math.round(slowest.ms)} ms (${slowest.what})`;
}
