import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type {
  ApiError,
  CueTrialsAnswer,
  LibraryAnswer,
  MarksAnswer,
  MovementChange,
  MovementLook,
  MovementSession,
  PlaceSummary,
  PracticeAnswer,
  StancesAnswer,
  PackPreview,
  SavedChange,
} from '@waxwing/core/api';
import type { MovementDocument } from '@waxwing/core/movement';
import type { SessionBrief } from '@waxwing/core/session';
import { v4 } from 'uuid';
import { Floor } from './floor.ts';
import { SignedInClient, TestServer } from './testServer.ts';

const SQUAT = 'waxwing:bodyweight-squat';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;
let mine: string;
let theirs: string;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
  mine = await server.client(server.owner, 'Ilse Own');
  theirs = await server.client(server.trainer, 'Somebody Else’s');
});
afterAll(() => server.stop());

describe('stances', () => {
  test('a trainer’s go over the studio’s, a client’s over both, and a session begins with them', async () => {
    await owner.put('/api/stances/studio', { positions: { 'knee-travel': 'behind-toes', head: 'tucked' } }).expect(200);
    await owner.put('/api/stances/mine', { positions: { head: 'eyes-forward' } }).expect(200);
    await owner.put(`/api/clients/${mine}/stances`, { positions: { 'squat-depth': 'level' } }).expect(204);
    expect((await owner.get('/api/stances').expect(200)).body as StancesAnswer).toEqual({
      studio: { 'knee-travel': 'behind-toes', head: 'tucked' },
      mine: { head: 'eyes-forward' },
    });
    expect(((await trainer.get('/api/stances')).body as StancesAnswer).mine).toEqual({});
    const brief = await owner.start(mine, [SQUAT], '2026-03-02');
    expect(brief.clients[0]!.stances).toEqual({ 'knee-travel': 'behind-toes', head: 'eyes-forward', 'squat-depth': 'level' });
  });

  test('only the owner decides for the studio', async () => {
    await trainer.put('/api/stances/studio', { positions: {} }).expect(403);
    await trainer.put('/api/stances/mine', { positions: { head: 'tucked' } }).expect(200);
  });

  test.each([
    [{ positions: { 'knee-travel': 'sideways' } }, 'positions.knee-travel'],
    [{ positions: { nowhere: 'tucked' } }, 'positions.nowhere'],
    [{ positions: ['tucked'] }, 'positions'],
    [{ positions: {}, more: 1 }, 'more'],
  ])('what isn’t a position is refused by name: %j', async (body, path) => {
    const before = (await owner.get('/api/stances')).body as StancesAnswer;
    const refused = await owner.put('/api/stances/mine', body).expect(400);
    expect((refused.body as { problems: { path: string }[] }).problems[0]!.path).toBe(path);
    expect((await owner.get('/api/stances')).body).toEqual(before);
  });

  test('another trainer’s client is not there', async () => {
    await owner.put(`/api/clients/${theirs}/stances`, { positions: {} }).expect(404);
    await owner.put(`/api/clients/${v4()}/stances`, { positions: {} }).expect(404);
  });
});

describe('what clients have shown', () => {
  test('is told to their own trainer only, newest first, with the mark that follows', async () => {
    const brief = await owner.start(mine, [SQUAT], '2026-03-09');
    const { laneId, clientId, items } = brief.clients[0]!;
    const item = items[0]!;
    const setId = v4();
    const segmentId = v4();
    const who = { clientId, laneId };
    const events = owner.stamp(
      brief.sessionId,
      [
        { type: 'session-started', payload: { localDate: '2026-03-09', zone: 'Etc/UTC' } },
        { ...who, type: 'lane-joined', payload: { items } },
        { ...who, type: 'movement-started', payload: { item } },
        {
          ...who,
          type: 'segment-started',
          payload: {
            setId,
            segmentId,
            itemId: item.itemId,
            movementId: item.movementId,
            revisionId: item.revisionId,
            load: item.load,
            target: item.target,
          },
        },
        { ...who, type: 'looked', payload: { setId, view: 'front', clean: true } },
        { ...who, type: 'set-ended', payload: { setId, reason: 'done', amounts: [{ segmentId, amount: 12 }] } },
        { ...who, type: 'effort-rated', payload: { setId, effort: 'about-right' } },
      ] as never,
      '2026-03-09T09:00:00.000Z',
    );
    const { refused } = await owner.send(brief.sessionId, events);
    expect(refused).toEqual([]);
    const practice = (await owner.get(`/api/clients/${mine}/practice`).expect(200)).body as PracticeAnswer;
    expect(practice[SQUAT]).toEqual([
      { sessionId: brief.sessionId, amount: 12, unit: 'reps', clean: true, effort: 'about-right' },
    ]);
    expect((await owner.get('/api/marks').expect(200)).body as MarksAnswer).toEqual([
      { clientId: mine, movementId: SQUAT, mark: 'learning' },
    ]);
    expect((await trainer.get('/api/marks')).body).toEqual([]);
    await trainer.get(`/api/clients/${mine}/practice`).expect(404);
  });

  test('cue trials are told over everybody and name nobody', async () => {
    const trials = (await trainer.get('/api/library/cue-trials').expect(200)).body as CueTrialsAnswer;
    expect(JSON.stringify(trials)).not.toContain(mine);
  });
});

test('rooms are listed with their kit, to who is signed in', async () => {
  const places = (await trainer.get('/api/places').expect(200)).body as PlaceSummary[];
  expect(Array.isArray(places)).toBe(true);
  await new SignedInClient(server.app, 'waxwing=none').get('/api/places').expect(401);
});

describe('the library as it is sent', () => {
  test('is made once, compressed, and not sent again to who has it; after a change it is another', async () => {
    const first = await owner.get('/api/library').expect(200);
    const tag = first.get('ETag')!;
    expect(first.get('Content-Encoding')).toBe('gzip');
    expect(first.get('Cache-Control')).toBe('private, no-cache');
    expect((first.body as LibraryAnswer).revisions.length).toBeGreaterThan(300);
    const again = await owner.get('/api/library').set('If-None-Match', tag).expect(304);
    expect(again.text).toBe('');
    const plain = await owner.get('/api/library').set('Accept-Encoding', 'identity').expect(200);
    expect(plain.get('Content-Encoding')).toBeUndefined();
    expect(plain.body).toEqual(first.body);

    const { document } = (first.body as LibraryAnswer).revisions.find((each) => each.document.id === SQUAT)!;
    const text = JSON.stringify({
      format: 'waxwing-library/1',
      movements: [{ ...document, trains: 'Bending the knees on purpose.' }],
    });
    await owner.post('/api/library/packs', { files: [{ name: 'mine.yaml', text }] }).expect(200);
    const changed = await owner.get('/api/library').set('If-None-Match', tag).expect(200);
    expect(changed.get('ETag')).not.toBe(tag);
    const now = (changed.body as LibraryAnswer).revisions.find((each) => each.document.id === SQUAT)!;
    expect(now.document.trains).toBe('Bending the knees on purpose.');
  });

  test('to who has an earlier version only what was changed since, whoever changed it; whatever isn’t a version gets all of it', async () => {
    const since = async (version: string) =>
      (await owner.get(`/api/library?since=${encodeURIComponent(version)}`).expect(200)).body as LibraryAnswer;
    const whole = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
    expect(whole.isWhole).toBe(true);
    expect(await since(whole.version)).toEqual({ version: whole.version, isWhole: false, words: [], revisions: [] });

    const { document } = whole.revisions.find((each) => each.document.id === SQUAT)!;
    const pack = (more: object) => ({
      files: [{ name: 'mine.yaml', text: JSON.stringify({ format: 'waxwing-library/1', ...more }) }],
    });
    await owner.post('/api/library/packs', pack({ movements: [{ ...document, trains: 'Sitting down slowly.' }] })).expect(200);
    const changed = await since(whole.version);
    expect(changed.revisions.map((each) => each.document.trains)).toEqual(['Sitting down slowly.']);
    expect(changed.words).toEqual([]);

    const muscles = [{ id: 'tongue', name: 'tongue', region: 'head' }];
    await owner.post('/api/library/packs', pack({ vocabulary: { muscles } })).expect(200);
    const more = await since(changed.version);
    expect(more.revisions).toEqual([]);
    expect(more.words).toEqual([{ list: 'muscles', id: 'tongue', word: muscles[0] }]);
    // From before both, both.
    expect(await since(whole.version)).toMatchObject({ words: more.words, revisions: changed.revisions });

    // The same pack once more changes nothing, and nobody is told that it did.
    await owner.post('/api/library/packs', pack({ vocabulary: { muscles } })).expect(200);
    expect((await since(more.version)).version).toBe(more.version);

    const [number, ...epoch] = more.version.split('-');
    for (const other of [
      '',
      'x',
      number!,
      `${number}-${v4()}`,
      `${Number(number) + 1}-${epoch.join('-')}`,
      `-1-${epoch.join('-')}`,
    ]) {
      expect(await since(other)).toMatchObject({ version: more.version, isWhole: true });
    }
    await owner.get('/api/library?since[]=1').expect(200);
  });

  test('is nobody’s who isn’t signed in, whatever they bring', async () => {
    const tag = (await owner.get('/api/library').expect(200)).get('ETag')!;
    await server.anonymous().get('/api/library').set('If-None-Match', tag).expect(401);
  });
});

describe('a movement that is changed', () => {
  const path = `/api/library/${encodeURIComponent(SQUAT)}/revisions`;
  const saveAll = (...movements: readonly object[]) => owner.post('/api/library/changes', { movements });
  const history = async () => (await trainer.get(path).expect(200)).body as MovementChange[];
  const save = (change: Partial<MovementDocument>, base: MovementChange) =>
    saveAll({ baseRevisionId: base.revisionId, document: { ...base.document, ...change } });

  test('is a revision of its own, with who made it; everybody fetches only that, and hours before keep what they began with', async () => {
    const [first] = await history();
    const before = await owner.start(mine, [SQUAT], '2026-04-01');
    const { version } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
    const [saved] = ((await save({ restSeconds: 95 }, first!).expect(200)).body as SavedChange).revisions;
    expect(saved).toMatchObject({ number: first!.number + 1, document: { restSeconds: 95 } });
    expect((await history()).slice(0, 2).map(({ number, authorName }) => [number, authorName])).toEqual([
      [first!.number + 1, 'Ona Owner'],
      [first!.number, 'Ona Owner'],
    ]);
    const { revisions, isWhole } = (await trainer.get(`/api/library?since=${version}`).expect(200)).body as LibraryAnswer;
    expect([isWhole, revisions.map(({ document }) => document.id)]).toEqual([false, [SQUAT]]);
    const brief = (await owner.get(`/api/sessions/${before.sessionId}/brief`).expect(200)).body as SessionBrief;
    expect(brief.revisions.find(({ document }) => document.id === SQUAT)!.revisionId).toBe(first!.revisionId);
    // Back to what it said: a new revision, nothing is taken away.
    await saveAll({ baseRevisionId: saved!.revisionId, document: first!.document }).expect(200);
    const all = await history();
    expect(all[0]!.document).toEqual(first!.document);
    expect(all[0]!.number).toBe(first!.number + 2);
  });

  test('tells in which hours of one’s own clients it was done as it was said then', async () => {
    const [now] = await history();
    const floor = await Floor.open(server, owner, 'Rena Hours');
    await floor.set();
    const sessions = async (by: SignedInClient) =>
      (await by.get(`/api/library/${encodeURIComponent(SQUAT)}/sessions`).expect(200)).body as MovementSession[];
    const done = (await sessions(owner)).find(({ sessionId }) => sessionId === floor.brief.sessionId);
    expect(done).toMatchObject({
      revisionId: now!.revisionId,
      clientNames: ['Rena Hours'],
    });
    expect((await sessions(trainer)).flatMap(({ clientNames }) => clientNames)).not.toContain('Rena Hours');
  });

  test('is looked over by who keeps the library, and not after all', async () => {
    const look = async () =>
      ((await trainer.get('/api/library/looks').expect(200)).body as MovementLook[]).find(
        ({ movementId }) => movementId === SQUAT,
      )!;
    const put = (by: SignedInClient, isLookedOver: boolean) =>
      by.put(`/api/library/${encodeURIComponent(SQUAT)}/look`, { isLookedOver });
    expect((await look()).lookedAt).toBeNull();
    await put(trainer, true).expect(403);
    await put(owner, true).expect(204);
    expect(await look()).toMatchObject({ lookedAt: expect.any(String), lookedBy: 'Ona Owner' });
    await put(owner, false).expect(204);
    expect((await look()).lookedAt).toBeNull();
    await owner.put('/api/library/waxwing:no-such/look', { isLookedOver: true }).expect(404);
  });

  test('saying the same makes no revision', async () => {
    const all = await history();
    expect((await save({}, all[0]!).expect(200)).body).toMatchObject({
      number: null,
      revisions: [{ revisionId: all[0]!.revisionId }],
    });
    expect(await history()).toEqual(all);
  });

  test('from a revision that is no longer the newest is refused, and nothing is written over', async () => {
    const [now, before] = await history();
    const refused = await save({ restSeconds: 30 }, before!).expect(409);
    expect((refused.body as ApiError).code).toBe('changed');
    expect((await history())[0]).toEqual(now);
  });

  test('of two that are saved at once one stands, and the other is told', async () => {
    const [now] = await history();
    const answers = await Promise.all([40, 50].map((restSeconds) => save({ restSeconds }, now!)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const [won] = (answers.find(({ status }) => status === 200)!.body as SavedChange).revisions;
    expect((await history())[0]!.document.restSeconds).toBe(won!.document.restSeconds);
  });

  test('two movements that are saved at once don’t stand in each other’s way', async () => {
    const { revisions } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
    const saves = ['waxwing:box-squat', 'waxwing:goblet-squat', SQUAT].map((id) => {
      const { revisionId, document } = revisions.find((revision) => revision.document.id === id)!;
      const changed = { ...document, restSeconds: document.restSeconds + 5 };
      return saveAll({ baseRevisionId: revisionId, document: changed });
    });
    expect((await Promise.all(saves)).map(({ status }) => status)).toEqual([200, 200, 200]);
  });

  test.each<[string, Partial<MovementDocument>, string]>([
    ['a family that there isn’t', { family: 'none' }, 'movements[0].document.family'],
    ['a number out of range', { restSeconds: 9999 }, 'movements[0].document.restSeconds'],
    ['a name of nothing', { name: '' }, 'movements[0].document.name'],
    [
      'a figure out of limits',
      { figure: { base: 'stand', keys: { turn: { 'knee.flexion': 199 } } } },
      'movements[0].document.figure.keys.turn',
    ],
    [
      'a step back down',
      { harder: [{ to: 'waxwing:box-squat', levers: ['load'], shownFirst: { sets: 2, reps: 8, reserve: 2 } }] },
      'movements[0].document.harder[0].to',
    ],
  ])('%s is refused at its field', async (_, change, at) => {
    const [now] = await history();
    const refused = await save(change, now!).expect(400);
    expect((refused.body as ApiError).problems!.map((problem) => problem.path)).toContain(at);
    expect((await history())[0]).toEqual(now);
  });

  test('only the owner changes it; what isn’t there has no history', async () => {
    const [now] = await history();
    const movements = [{ baseRevisionId: now!.revisionId, document: now!.document }];
    await trainer.post('/api/library/changes', { movements }).expect(403);
    await trainer.get('/api/library/waxwing:no-such/revisions').expect(404);
    await saveAll({ baseRevisionId: v4(), document: { ...now!.document, id: 'waxwing:no-such' } }).expect(404);
    await owner.get(`${path}?before=x`).expect(400);
    expect((await owner.get(`${path}?before=2`).expect(200)).body).toMatchObject([{ number: 1 }]);
  });

  test('several at once are all saved or none: a new one, the step to it, and a word that it uses', async () => {
    const [now] = await history();
    const document = { ...now!.document, id: 'test:rope-squat', name: 'Rope squat', harder: [], faults: [] };
    const step = { to: document.id, levers: ['load'], shownFirst: { sets: 2, reps: 8, reserve: 2 } };
    const stepped = { baseRevisionId: now!.revisionId, document: { ...now!.document, harder: [...now!.document.harder, step] } };
    const rope = { id: 'sit-to-the-rope', text: 'Sit to the rope', kind: 'external', for: [] };
    const withRope = { document: { ...document, cues: [{ shared: rope.id }] } };
    const change = (movements: readonly object[], after?: object, before: object = {}) =>
      owner.post('/api/library/changes', { movements, ...(after && { words: { after, before } }) });

    const refused = await change([stepped, withRope]).expect(400);
    expect((refused.body as ApiError).problems!.map(({ path: at }) => at)).toEqual(['movements[1].document.cues[0].shared']);
    expect((await history())[0]).toEqual(now);
    await change([withRope, stepped], { cues: [{ ...rope, for: ['no-such'] }] }).expect(400);
    await change([withRope, withRope], { cues: [rope] }).expect(400);

    const saved = (await change([withRope, stepped], { cues: [rope] }).expect(200)).body as SavedChange;
    expect(saved.revisions.map((each) => each.document.id).sort()).toEqual([document.id, SQUAT].sort());
    // It is there now: it can’t be new again, nor a word be begun from what it no longer is.
    await change([withRope]).expect(409);
    await change([], { cues: [{ ...rope, text: 'To the rope' }] }).expect(409);
    await change([], { cues: [{ ...rope, text: 'To the rope' }] }, { cues: [rope] }).expect(200);
    const { vocabulary } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
    expect(vocabulary!.cues!.filter(({ id }) => id === rope.id)).toEqual([{ ...rope, text: 'To the rope' }]);
  });
});

describe('a pack that is looked at first', () => {
  const pack = (movements: readonly object[], vocabulary: object = {}) => ({
    files: [{ name: 'mine.json', text: JSON.stringify({ format: 'waxwing-library/1', vocabulary, movements }) }],
  });
  const library = async () => (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
  const of = ({ revisions }: LibraryAnswer, id: string) => revisions.find(({ document }) => document.id === id)?.document;

  test('changes nothing; of it only what was picked is taken in; and it is taken back in one step, while nothing else was changed', async () => {
    const before = await library();
    const squat = of(before, 'waxwing:tempo-squat')!;
    const lunge = of(before, 'waxwing:split-squat')!;
    const made = { ...squat, id: 'test:new-squat', name: 'New squat', harder: [] };
    const movements = [{ ...squat, restSeconds: 7 }, { ...lunge, restSeconds: 8 }, made];
    const muscles = [{ id: 'ear-lobe', name: 'ear lobe', region: 'head' }];
    const upload = pack(movements, { muscles });

    const preview = (await owner.post('/api/library/packs/preview', upload).expect(200)).body as PackPreview;
    expect(preview.movements.map(({ id }) => id)).toEqual([squat.id, lunge.id, made.id]);
    expect(preview.vocabulary.muscles!.some(({ id }) => id === 'ear-lobe')).toBe(true);
    expect((await library()).version).toBe(before.version);
    await owner.post('/api/library/packs/preview', pack([{ ...squat, family: 'none' }])).expect(400);
    await trainer.post('/api/library/packs/preview', upload).expect(403);
    await trainer.post('/api/library/changes/undo', { number: 1 }).expect(403);

    const only = [squat.id, made.id];
    const taken = (await owner.post('/api/library/packs', { ...upload, only }).expect(200)).body as { number: number };
    const now = await library();
    expect([of(now, squat.id)!.restSeconds, of(now, lunge.id)!.restSeconds]).toEqual([7, lunge.restSeconds]);
    await owner.post('/api/library/changes/undo', { number: taken.number - 1 }).expect(409);
    await owner.post('/api/library/changes/undo', { number: taken.number }).expect(204);
    const after = await library();
    expect(of(after, squat.id)).toEqual(squat);
    expect(of(after, made.id)).toEqual({ ...of(now, made.id), putAway: {} });
    expect(after.vocabulary).toEqual(before.vocabulary);
    await owner.post('/api/library/changes/undo', { number: taken.number }).expect(409);
  });
});
