import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ApiError, LibraryAnswer, MovementChange, StarterNewsEntry } from '@waxwing/core/api';
import { packOf, packText } from '@waxwing/core/api';
import { lexiconOf, type MovementDocument, type Vocabulary } from '@waxwing/core/movement';
import type { PackFile } from '@waxwing/core/shapes';
import { Starter } from '../src/library/starter.ts';
import { Library } from '../src/library/library.ts';
import type { SignedInClient } from './testServer.ts';
import { TestServer } from './testServer.ts';

const IDS = ['waxwing:bodyweight-squat', 'waxwing:box-squat', 'waxwing:goblet-squat'];

let server: TestServer;
let owner: SignedInClient;
let trainer: SignedInClient;
let first: Content;

interface Content {
  readonly movements: readonly MovementDocument[];
  readonly vocabulary: Vocabulary;
}

beforeAll(async () => {
  server = await TestServer.start();
  owner = await server.signIn('owner');
  trainer = await server.signIn('trainer');
  const { movements, vocabulary } = await content();
  // A release of three is read in no time. What this studio took before that isn’t written down: the first thing that was said of each counts.
  first = { vocabulary: { ...vocabulary, aliases: [] }, movements: movements.filter(({ id }) => IDS.includes(id)).map(alone) };
  await starter().update(filesOf(first));
});
afterAll(() => server.stop());

/** Without what names other movements. */
function alone({ components: _, ...document }: MovementDocument): MovementDocument {
  const cue = { id: 'own', text: 'Sit down slowly', kind: 'external' as const };
  return { ...document, cues: [cue], faults: [], harder: [], cautions: [] };
}

const starter = () => server.app.get(Starter);

async function content(): Promise<Content> {
  const { vocabulary, revisions } = await server.app.get(Library).current(server.owner.studioId);
  return { vocabulary, movements: revisions.map(({ document }) => document) };
}

function filesOf({ movements, vocabulary }: Content): PackFile[] {
  return [{ name: 'all.json', text: packText({ ...packOf(movements, vocabulary), vocabulary }, 'json') }];
}

/** A later starter library: the first one with some movements otherwise. */
function later(changes: Readonly<Record<string, Partial<MovementDocument>>>, vocabulary = first.vocabulary): PackFile[] {
  return filesOf({ vocabulary, movements: first.movements.map((each) => ({ ...each, ...changes[each.id] })) });
}

async function save(id: string, change: Partial<MovementDocument>): Promise<void> {
  const { revisions } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
  const { revisionId, document } = revisions.find((each) => each.document.id === id)!;
  const movements = [{ baseRevisionId: revisionId, document: { ...document, ...change } }];
  await owner.post('/api/library/changes', { movements }).expect(200);
}

const now = async (id: string) => (await content()).movements.find((each) => each.id === id)!;
const news = async () => (await trainer.get('/api/library/news').expect(200)).body as StarterNewsEntry[];

test('what the studio hasn’t touched is taken over at once, by nobody here; what it has waits with all three, and is joined or left', async () => {
  const [untouched, apart, met] = IDS as [string, string, string];
  await save(apart, { restSeconds: 201 });
  await save(met, { restSeconds: 202 });
  const [type] = first.vocabulary.faultTypes!;
  const renamed = { ...type!, name: 'Said otherwise' };
  const words = { ...first.vocabulary, faultTypes: [renamed, ...first.vocabulary.faultTypes!.slice(1)] };
  const release = later({ [untouched]: { sets: 7 }, [apart]: { sets: 7 }, [met]: { restSeconds: 77 } }, words);
  await starter().update(release);

  expect((await now(untouched)).sets).toBe(7);
  expect(lexiconOf((await content()).vocabulary).faultTypes.get(type!.id)).toEqual(renamed);
  const [newest] = (await owner.get(`/api/library/${encodeURIComponent(untouched)}/revisions`)).body as MovementChange[];
  expect(newest!.authorName).toBe('Waxwing’s own library');
  expect((await now(apart)).sets).not.toBe(7);
  expect((await news()).map(({ movementId, base, document }) => [movementId, base.restSeconds, document.restSeconds])).toEqual([
    [
      apart,
      first.movements.find(({ id }) => id === apart)!.restSeconds,
      first.movements.find(({ id }) => id === apart)!.restSeconds,
    ],
    [met, first.movements.find(({ id }) => id === met)!.restSeconds, 77],
  ]);

  // The same release once more is nothing new.
  const before = await content();
  await starter().update(release);
  expect(await content()).toEqual(before);

  // A later one still: what waits was made from what it was made from.
  await starter().update(later({ [untouched]: { sets: 7 }, [apart]: { sets: 8 }, [met]: { restSeconds: 78 } }, words));
  expect((await news()).map(({ base, document }) => [base.sets, document.sets, document.restSeconds])).toEqual([
    [first.movements.find(({ id }) => id === apart)!.sets, 8, expect.any(Number)],
    [expect.any(Number), expect.any(Number), 78],
  ]);

  await trainer.post(`/api/library/news/${apart}/answer`, {}).expect(403);
  const { revisions } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
  const { revisionId, document } = revisions.find((each) => each.document.id === apart)!;
  const change = { movements: [{ baseRevisionId: revisionId, document: { ...document, sets: 8 } }] };
  await owner.post(`/api/library/news/${apart}/answer`, { change }).expect(204);
  expect(await now(apart)).toMatchObject({ sets: 8, restSeconds: 201 });
  await owner.post(`/api/library/news/${met}/answer`, {}).expect(204);
  expect((await now(met)).restSeconds).toBe(202);
  expect(await news()).toEqual([]);
  await owner.post(`/api/library/news/${met}/answer`, {}).expect(404);

  // Decided once, it isn’t asked again.
  await starter().update(later({ [untouched]: { sets: 9 }, [apart]: { sets: 8 }, [met]: { restSeconds: 78 } }, words));
  expect(await news()).toEqual([]);
  expect((await now(untouched)).sets).toBe(9);
});

test('a release that can’t be read changes nothing, nor does one that breaks what the studio made of it', async () => {
  const before = await content();
  await starter().update([{ name: 'broken.yaml', text: 'format: [' }]);
  expect(await content()).toEqual(before);
  // The studio leads from the box squat to the bodyweight squat: a step back would go round in a loop, and has to be looked at.
  const [bodyweight, box] = IDS as [string, string];
  const stepTo = (to: string) => ({ harder: [{ to, levers: ['load' as const], shownFirst: { sets: 2, reps: 8, reserve: 2 } }] });
  await save(box, stepTo(bodyweight));
  await starter().update(later({ [bodyweight]: stepTo(box) }));
  expect((await now(bodyweight)).harder).toEqual([]);
  const waiting = (await news()).find(({ movementId }) => movementId === bodyweight);
  expect(waiting).toMatchObject({ movementId: bodyweight, document: stepTo(box) });
  // Nor can it be taken over by hand.
  const { revisions } = (await owner.get('/api/library').expect(200)).body as LibraryAnswer;
  const { revisionId } = revisions.find(({ document }) => document.id === bodyweight)!;
  const change = { movements: [{ baseRevisionId: revisionId, document: waiting!.document }] };
  const refused = await owner.post(`/api/library/news/${bodyweight}/answer`, { change }).expect(400);
  expect((refused.body as ApiError).problems![0]!.message).toMatch(/loop/);
  expect((await news()).map(({ movementId }) => movementId)).toContain(bodyweight);
});
