import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ApiError, LibraryAnswer, SavedChange, WordChange } from '@waxwing/core/api';
import { changedWords, type FaultType, type SharedCue, type Vocabulary, type WordList } from '@waxwing/core/movement';
import type { SessionBrief } from '@waxwing/core/session';
import type { SignedInClient } from './testServer.ts';
import { TestServer } from './testServer.ts';

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
});
afterAll(() => server.stop());

const library = async () => (await owner.get('/api/library').expect(200)).body as LibraryAnswer & { vocabulary: Vocabulary };
const change = (words: object, movements: readonly object[] = []) => owner.post('/api/library/changes', { movements, words });
const undo = (number: number) => owner.post('/api/library/changes/undo', { number });

function word<List extends 'faultTypes' | 'cues'>({ vocabulary }: { vocabulary: Vocabulary }, list: List, id: string) {
  return (vocabulary[list] as readonly { id: string }[]).find((each) => each.id === id) as
    | (List extends 'cues' ? SharedCue : FaultType)
    | undefined;
}

/** Those that two or more movements use, so that a join has something to do. */
async function used(list: 'faultTypes' | 'cues') {
  const { revisions, vocabulary } = await library();
  const counts = new Map<string, number>();
  for (const { document } of revisions) {
    const ids = list === 'cues' ? document.cues.flatMap(({ shared }) => shared ?? []) : document.faults.map(({ type }) => type);
    for (const id of new Set(ids)) counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  const [a, b] = [...counts].filter(([, count]) => count > 2).map(([id]) => id);
  return { from: a!, into: b!, vocabulary };
}

describe('a word', () => {
  test('is renamed for everybody; sessions that began before read the old one; each has its history', async () => {
    const before = word(await library(), 'faultTypes', 'knees-in')!;
    const client = await server.client(server.owner, 'Word Client');
    const { sessionId } = await owner.start(client, ['waxwing:bodyweight-squat'], '2026-03-02');
    const after = { ...before, name: 'Knee caves' };
    const { number } = (await change({ after: { faultTypes: [after] }, before: { faultTypes: [before] } }).expect(200))
      .body as SavedChange;
    expect(word(await library(), 'faultTypes', 'knees-in')).toEqual(after);
    const brief = (await owner.get(`/api/sessions/${sessionId}/brief`).expect(200)).body as SessionBrief;
    expect(word(brief, 'faultTypes', 'knees-in')).toEqual(before);
    const history = (await trainer.get('/api/library/words/faultTypes/knees-in/revisions').expect(200)).body as WordChange[];
    expect(history.map((each) => [(each.word as FaultType).name, each.authorName])).toEqual([
      ['Knee caves', 'Ona Owner'],
      [before.name, 'Ona Owner'],
    ]);
    expect(history[0]!.number).toBe(number);
    await trainer.get('/api/library/words/nonsense/x/revisions').expect(404);
    // Whoever began from another is told, whatever else was changed.
    const refused = await change({ after: { faultTypes: [{ ...before, name: 'Other' }] }, before: { faultTypes: [before] } });
    expect([refused.status, (refused.body as ApiError).code]).toEqual([409, 'changed']);
    await undo(number!).expect(204);
    expect(word(await library(), 'faultTypes', 'knees-in')).toEqual(before);
    await trainer.post('/api/library/changes', { movements: [], words: { after: {}, before: {} } }).expect(403);
  });

  test.each(['faultTypes', 'cues'] as const)(
    'of %s two become one, wherever they are used, and two again when it is undone',
    async (list) => {
      const { from, into, vocabulary } = await used(list);
      const before = await library();
      const of = list === 'cues' ? 'cue' : 'fault-type';
      const alias = { of, id: from, now: into };
      const saved = (await change({ after: { aliases: [alias] }, before: {} }).expect(200)).body as SavedChange;
      const after = await library();
      expect(word(after, list, from)).toBeUndefined();
      expect(after.vocabulary.aliases).toContainEqual(alias);
      const uses = JSON.stringify(list === 'cues' ? { shared: from } : { type: from }).slice(1, -1);
      const speaking = (answer: LibraryAnswer) =>
        answer.revisions.filter(({ document }) => JSON.stringify(document).includes(uses));
      expect(speaking(before).length).toBeGreaterThan(2);
      expect(speaking(after)).toEqual([]);
      await undo(saved.number!).expect(204);
      const again = await library();
      expect(changedWords(vocabulary, again.vocabulary)).toEqual([]);
      expect(speaking(again).length).toBe(speaking(before).length);
    },
  );

  test('goes only when nothing uses it: no movement, no word, no room, no record, no log', async () => {
    const remove = (list: WordList, id: string) => change({ after: {}, before: {}, removed: [{ list, id }] });
    const refusal = async (list: WordList, id: string) => {
      const { problems } = (await remove(list, id).expect(400)).body as ApiError;
      return problems!.map(({ path, message }) => `${path} ${message}`);
    };
    expect(await refusal('faultTypes', 'knees-in')).toEqual([expect.stringMatching(/^words.removed\[0\] knees-in is used by/)]);
    expect(await refusal('kit', 'no-such')).toEqual(['words.removed[0] there is no no-such to be removed']);
    const lamp = { id: 'lamp', name: 'a lamp' };
    await change({ after: { kit: [lamp] }, before: {} }).expect(200);
    const things = [{ kit: 'lamp', count: 1 }];
    const place = (await owner.post('/api/places', { name: 'Loft', inventory: { things, sources: [] } }).expect(201)).body as {
      placeId: string;
    };
    expect(await refusal('kit', 'lamp')).toEqual(['words.removed[0] lamp is used by a room']);
    await owner.put(`/api/places/${place.placeId}`, { name: 'Loft', inventory: { things: [], sources: [] } });
    await remove('kit', 'lamp').expect(200);
    expect((await library()).vocabulary.kit).not.toContainEqual(lamp);
    await trainer.post('/api/library/changes', { movements: [], words: { after: {}, before: {}, removed: [lamp] } }).expect(400);
  });
});
