import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ApiError, LibraryAnswer, Me, MovementChange, Suggestion, TrainerSummary } from '@waxwing/core/api';
import { v4 } from 'uuid';
import type { SignedInClient } from './testServer.ts';
import { TestServer } from './testServer.ts';

const SQUAT = 'waxwing:bodyweight-squat';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
});
afterAll(() => server.stop());

async function squat() {
  const { revisions } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
  return revisions.find(({ document }) => document.id === SQUAT)!;
}

async function changed(restSeconds: number) {
  const { revisionId, document } = await squat();
  return { movements: [{ baseRevisionId: revisionId, document: { ...document, restSeconds } }] };
}

const list = async (by: SignedInClient) => (await by.get('/api/suggestions').expect(200)).body as Suggestion[];
const suggest = async (restSeconds: number, note?: string) =>
  (
    (await trainer.post('/api/suggestions', { change: await changed(restSeconds), note }).expect(201)).body as {
      suggestionId: string;
    }
  ).suggestionId;
const answer = (by: SignedInClient, id: string, reply: object) => by.post(`/api/suggestions/${id}/answer`, reply);

describe('what somebody would change who may not', () => {
  test('waits for who keeps the library, with what it was made from; accepted, it is saved in the name of whose it was', async () => {
    const id = await suggest(101, '  They need longer. ');
    const { revisionId } = await squat();
    const [waiting] = await list(owner);
    expect(waiting).toMatchObject({ suggestionId: id, trainerName: 'Tom Trainer', isMine: false, note: 'They need longer.' });
    expect(waiting!.bases.map((base) => base.revisionId)).toEqual([revisionId]);
    await answer(trainer, id, { isAccepted: true }).expect(403);
    await answer(owner, id, { isAccepted: true, change: waiting!.change, answer: 'Yes.' }).expect(204);
    expect((await squat()).document.restSeconds).toBe(101);
    const [newest] = (await owner.get(`/api/library/${encodeURIComponent(SQUAT)}/revisions`)).body as MovementChange[];
    expect(newest!.authorName).toBe('Tom Trainer');
    expect(await list(owner)).toEqual([]);
    expect(await list(trainer)).toMatchObject([{ status: 'accepted', answer: 'Yes.', answeredByName: 'Ona Owner' }]);
    // Read: it goes.
    await trainer.delete(`/api/suggestions/${id}`).expect(204);
    expect(await list(trainer)).toEqual([]);
  });

  test('declined with a word changes nothing; answered once; taken back only by whose it is', async () => {
    const [first, second] = [await suggest(111), await suggest(112)];
    await answer(owner, first, { isAccepted: false, answer: 'Shorter, if anything.' }).expect(204);
    expect((await squat()).document.restSeconds).not.toBe(111);
    await answer(owner, first, { isAccepted: true }).expect(404);
    await owner.delete(`/api/suggestions/${second}`).expect(404);
    await trainer.delete(`/api/suggestions/${second}`).expect(204);
    await answer(owner, second, { isAccepted: true }).expect(404);
    await answer(owner, v4(), { isAccepted: true }).expect(404);
  });

  test('has to be something that could be saved; accepted from an older state it is refused, and waits on', async () => {
    const refused = await trainer.post('/api/suggestions', { change: await changed(9999) }).expect(400);
    expect((refused.body as ApiError).problems![0]!.path).toContain('restSeconds');
    const { document } = await squat();
    const stale = { movements: [{ baseRevisionId: v4(), document }] };
    await trainer.post('/api/suggestions', { change: stale }).expect(409);
    const id = await suggest(121);
    const [{ change }] = (await list(owner)) as [Suggestion];
    await owner.post('/api/library/changes', await changed(122)).expect(200);
    await answer(owner, id, { isAccepted: true, change }).expect(409);
    expect(await list(owner)).toMatchObject([{ suggestionId: id, status: 'waiting' }]);
  });

  test('the owner lets somebody keep the library, and ends that; nobody else does', async () => {
    const tom = server.trainer.trainerId;
    await trainer.put(`/api/trainers/${tom}/library`, { keepsLibrary: true }).expect(403);
    await owner.put(`/api/trainers/${v4()}/library`, { keepsLibrary: true }).expect(404);
    const people = (await owner.put(`/api/trainers/${tom}/library`, { keepsLibrary: true }).expect(200)).body as TrainerSummary[];
    expect(people.map(({ name, keepsLibrary }) => [name, keepsLibrary])).toEqual([
      ['Ona Owner', true],
      ['Tom Trainer', true],
    ]);
    expect((await trainer.get('/api/me').expect(200)).body as Me).toMatchObject({ role: 'trainer', keepsLibrary: true });
    await trainer.post('/api/library/changes', await changed(131)).expect(200);
    // Nor does the gate before large bodies stop them.
    await trainer.post('/api/library/packs/preview', { files: [{ name: 'x.yaml', text: 'format: x' }] }).expect(400);
    // What waits is theirs to answer, too.
    expect((await list(trainer)).filter(({ status }) => status === 'waiting').length).toBe(1);
    await owner.put(`/api/trainers/${tom}/library`, { keepsLibrary: false }).expect(200);
    await trainer.post('/api/library/changes', await changed(132)).expect(403);
  });
});
