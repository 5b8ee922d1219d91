import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { CueTrialsAnswer, InboxAnswer, LibraryAnswer } from '@waxwing/core/api';
import { filedAsCue, filedAsFault, filedAsNewCue, filedAsNewFault, filedWith, type Filing } from '@waxwing/core/movement';
import { endSet, noteOutcome, sayTypedCue, seeTypedFault, typedSlug } from '@waxwing/core/session';
import { Floor, SQUAT } from './floor.ts';
import { TestServer, type SignedInClient } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
});
afterAll(() => server.stop());

const inbox = async (who = owner) => (await who.get('/api/inbox').expect(200)).body as InboxAnswer;
const entry = async (text: string, who = owner) => (await inbox(who)).find((each) => each.text === text);
const squat = async () => {
  const { revisions, vocabulary } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
  return { ...revisions.find(({ document }) => document.id === SQUAT)!, vocabulary: vocabulary! };
};

/** Sees a fault that the library lacks, says a cue that it lacks, and notes that it helped. */
async function typeBoth(fault: string, cue: string, by = owner): Promise<Floor> {
  const floor = await Floor.open(server, by, `Ilse with ${fault}`, by === owner ? server.owner : server.trainer);
  await floor.tap((context) => seeTypedFault(context, fault));
  await floor.tap((context) => sayTypedCue(context, cue));
  await floor.tap((context) => noteOutcome(context, 'fixed'));
  await floor.tap((context) => endSet(context, 'done'));
  return floor;
}

async function file({ document, words }: Filing, status = 200) {
  const { revisionId } = await squat();
  const hasWords = Object.keys(words).length > 0;
  const change = {
    movements: document ? [{ baseRevisionId: revisionId, document }] : [],
    ...(hasWords && { words: { after: words, before: {} } }),
  };
  return owner.post('/api/library/changes', change).expect(status);
}

/** How a cue did against a fault, by the ids that they have now. */
const trials = async (faultId: string) =>
  ((await owner.get('/api/library/cue-trials').expect(200)).body as CueTrialsAnswer)
    .filter((each) => each.faultId === faultId)
    .map(({ cueId, tally }) => [cueId, tally.fixed]);

describe('what was typed on the floor', () => {
  test('waits with what it did; the client is named to who trains them only', async () => {
    await typeBoth('Plank tips', 'Quiet plank', trainer);
    expect(await entry('Plank tips', trainer)).toMatchObject({
      kind: 'fault',
      movementId: SQUAT,
      seen: 1,
      clientName: 'Ilse with Plank tips',
    });
    expect(await entry('Quiet plank')).toMatchObject({ kind: 'cue', tried: 1, fixed: 1, clientName: null });
    const mine = await typeBoth('Rope slips', 'Hold the rope');
    expect(await entry('Rope slips', trainer)).toBeUndefined();
    // Waiting, it goes with a client who is forgotten.
    await owner.delete(`/api/clients/${mine.brief.clients[0]!.clientId}`, { name: 'Ilse with Rope slips' }).expect(204);
    expect(await entry('Rope slips')).toBeUndefined();
  });

  test('taken in as a new fault and a new cue, what they did is theirs', async () => {
    const [fault, cue] = [(await entry('Plank tips'))!, (await entry('Quiet plank'))!];
    const { document, vocabulary } = await squat();
    const type = vocabulary.faultTypes!.find(({ id }) => id === 'heels-lift')!;
    await file(filedAsNewFault(document, typedSlug(fault.id)!, fault.text, { type, isNew: false }));
    const now = await squat();
    expect(now.document.faults.at(-1)).toMatchObject({ name: 'Plank tips', type: 'heels-lift' });
    await file(filedAsNewCue(now.document, typedSlug(cue.id)!, cue.text, 'heels-lift'));
    expect(await inbox()).toEqual([]);
    expect(await trials(fault.id)).toEqual([[cue.id, 1]]);
  });

  test('joined to what there is, what they did is that one’s; taken back, it waits again', async () => {
    await typeBoth('Knees go walking', 'Spread the boards');
    const [fault, cue] = [(await entry('Knees go walking'))!, (await entry('Spread the boards'))!];
    const { document } = await squat();
    const before = await trials(`${SQUAT}/knees-in`);
    const filed = filedAsFault(document, typedSlug(fault.id)!, 'knees-in');
    await file(filed);
    await file(filedAsCue(document, typedSlug(cue.id)!, 'spread-the-floor'));
    expect(await inbox()).toEqual([]);
    expect(await trials(`${SQUAT}/knees-in`)).toEqual([...before, ['spread-the-floor', 1]]);

    const words = { after: {}, before: {}, withdrawn: filed.words.aliases };
    await owner.post('/api/library/changes', { movements: [], words }).expect(200);
    expect(await entry('Knees go walking')).toMatchObject({ seen: 1 });
    expect(await trials(`${SQUAT}/knees-in`)).toEqual(before);
  });

  test('goes under no id that there isn’t; only the owner files and drops; what is dropped can come back', async () => {
    const { id } = (await entry('Knees go walking'))!;
    await file({ words: { aliases: [{ of: 'fault', id, now: `${SQUAT}/no-such` }] }, now: '' }, 400);
    await file({ words: { aliases: [{ of: 'fault', id, now: id }] }, now: '' }, 400);
    await trainer.post('/api/inbox/dropped', { ids: [id], isDropped: true }).expect(403);
    await owner.post('/api/inbox/dropped', { ids: [7], isDropped: true }).expect(400);
    await owner.post('/api/inbox/dropped', { ids: [id], isDropped: true }).expect(204);
    expect(await inbox()).toEqual([]);
    await owner.post('/api/inbox/dropped', { ids: [id], isDropped: false }).expect(204);
    expect(await inbox()).toHaveLength(1);
  });

  test('typed twice in the same words it is one, and filed as one', async () => {
    await typeBoth('Grips too tight', 'Loose as a rope');
    await typeBoth('grips too tight', 'Loose as a rope');
    const [fault, cue] = [(await entry('grips too tight'))!, (await entry('Loose as a rope'))!];
    expect([fault, cue]).toMatchObject([
      { seen: 2, others: [expect.any(String)] },
      { tried: 2, fixed: 2 },
    ]);
    const { document } = await squat();
    await file(filedWith(filedAsFault(document, typedSlug(fault.id)!, 'heels-lift'), fault.others));
    await file(filedWith(filedAsNewCue(document, typedSlug(cue.id)!, cue.text, 'heels-lift'), cue.others));
    expect(await entry('grips too tight')).toBeUndefined();
    expect(await trials(`${SQUAT}/heels-lift`)).toContainEqual([cue.id, 2]);
  });
});
