import { describe, expect, test } from '@jest/globals';
import type { FaultType, MovementDocument, MovementRevision, SharedCue } from '@waxwing/core/movement';
import { changeOf, draftFrom, isChanged, newDraft, rebased, withNeighbour, withWord, wordsOf, type Draft } from './draft.ts';

const document = (id: string, part: Partial<MovementDocument> = {}): MovementDocument => ({
  id,
  name: id,
  otherNames: [],
  family: 'squat',
  pattern: 'squat',
  position: 'standing',
  laterality: 'both',
  rhythm: 'rep',
  planes: ['sagittal'],
  muscles: [],
  kit: { needed: [], optional: [] },
  footprint: { widthM: 1, depthM: 1 },
  impact: 'none',
  skill: 1,
  setUp: [],
  phases: [],
  dose: { kind: 'reps', low: 8, high: 12 },
  sets: 3,
  restSeconds: 60,
  cues: [{ id: 'own', text: 'Heavy heels', kind: 'internal' }],
  faults: [],
  checkpoints: [],
  harder: [],
  eases: [],
  cautions: [],
  ...part,
});
const revision = (id: string, number = 1, part: Partial<MovementDocument> = {}): MovementRevision => ({
  revisionId: `${id}-${number}`,
  number,
  document: document(id, part),
});
const SQUAT = revision('a:squat');
const EASY = revision('a:easy');
const step = (to: string) => ({ to, levers: ['load' as const], shownFirst: { sets: 2, reps: 12, reserve: 2 } });
const withStep = (before: MovementDocument) => ({ ...before, harder: [...before.harder, step('a:squat')] });
const with1 = (draft: Draft, part: Partial<MovementDocument>): Draft => ({ ...draft, document: { ...draft.document, ...part } });

const CUE: SharedCue = { id: 'sit-to-the-rope', text: 'Sit to the rope', kind: 'external', for: [] };
const TYPE: FaultType = { id: 'plank-tips', name: 'Plank tips', region: 'feet', causes: [] };

describe('what is sent to be saved', () => {
  test('is only what is otherwise than it was, each with what it was made from', () => {
    const draft = withNeighbour(with1(newDraft(SQUAT), { restSeconds: 90 }), EASY, withStep);
    expect(changeOf(draft)).toEqual({
      movements: [
        { baseRevisionId: 'a:squat-1', document: document('a:squat', { restSeconds: 90 }) },
        { baseRevisionId: 'a:easy-1', document: document('a:easy', { harder: [step('a:squat')] }) },
      ],
    });
    expect(isChanged(newDraft(SQUAT))).toBe(false);
    // A step that was put in and taken out again changes nobody.
    const undone = withNeighbour(draft, EASY, (before) => ({ ...before, harder: [] }));
    expect(undone.neighbours).toEqual([]);
  });

  test('has the new words that something says, and the words of others that were reworded', () => {
    const said = with1(withWord(withWord(newDraft(SQUAT), 'cues', CUE), 'faultTypes', TYPE), { cues: [{ shared: CUE.id }] });
    expect(changeOf(said).words).toEqual({ after: { cues: [CUE] }, before: {} });
    const taken = with1(said, { cues: SQUAT.document.cues });
    expect(wordsOf(taken).after).toEqual({});
    expect(isChanged(taken)).toBe(false);

    const once = withWord(newDraft(SQUAT), 'cues', { ...CUE, text: 'Sit down to the rope' }, CUE);
    const twice = withWord(once, 'cues', { ...CUE, text: 'To the rope' }, { ...CUE, text: 'Sit down to the rope' });
    // However often it is reworded, what stood in the library stands as what it was.
    expect(changeOf(twice).words).toEqual({ after: { cues: [{ ...CUE, text: 'To the rope' }] }, before: { cues: [CUE] } });
  });
});

describe('a draft of what has become another since', () => {
  const draft = withNeighbour(with1(newDraft(SQUAT), { restSeconds: 90 }), EASY, withStep);
  const now =
    (...newer: MovementRevision[]) =>
    (id: string) =>
      newer.find((each) => each.document.id === id);

  test('has both, and what somebody else did to a neighbour', () => {
    const { draft: made, conflicts } = rebased(
      draft,
      now(revision('a:squat', 2, { sets: 5 }), revision('a:easy', 2, { harder: [step('a:other')] })),
    );
    expect(conflicts).toEqual([]);
    expect(made.document).toMatchObject({ restSeconds: 90, sets: 5 });
    expect(made.neighbours[0]!.document.harder.map(({ to }) => to)).toEqual(['a:other', 'a:squat']);
    expect(changeOf(made).movements.map(({ baseRevisionId }) => baseRevisionId)).toEqual(['a:squat-2', 'a:easy-2']);
  });

  test('asks where both changed the same, and does as is chosen', () => {
    const other = now(revision('a:squat', 2, { restSeconds: 30 }));
    expect(rebased(draft, other)).toMatchObject({
      draft: { document: { restSeconds: 30 } },
      conflicts: [{ path: ['restSeconds'] }],
    });
    expect(rebased(draft, other, () => 'mine').draft.document.restSeconds).toBe(90);
  });

  test('that somebody else has made, too, is nothing to save any more', () => {
    const { draft: made } = rebased(
      draft,
      now(revision('a:squat', 2, { restSeconds: 90 }), revision('a:easy', 2, { harder: [step('a:squat')] })),
    );
    expect([isChanged(made), changeOf(made).movements]).toEqual([false, []]);
  });
});

test('a draft that an earlier version kept has what it had', () => {
  expect(draftFrom({ base: SQUAT, document: SQUAT.document })).toEqual(newDraft(SQUAT));
});
