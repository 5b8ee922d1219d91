import { describe, expect, test } from '@jest/globals';
import { factsOf } from '../movement/facts.ts';
import { lexiconOf } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { resolveMovement, stancePointsOf, stancesInForce, type Stances } from '../movement/resolvedMovement.ts';
import { movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { cautionProblems } from './cautionCheck.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const CAUTIONS = [...lexicon.cautions.keys()];

/** Every combination of positions on what anything in the movement depends on. */
function stancesOf(document: MovementDocument): readonly Stances[] {
  const tagged = document.cues.flatMap(({ shared = '', stance }) => stance ?? lexicon.cues.get(shared)?.stance ?? []);
  const points = [...new Set([...stancePointsOf(document, lexicon).map(({ id }) => id), ...tagged.map(({ point }) => point)])];
  return points.reduce<Stances[]>(
    (all, id) => all.flatMap((some) => lexicon.stances.get(id)!.positions.map((position) => ({ ...some, [id]: position.id }))),
    [{}],
  );
}

/** What is said on a movement under any combination of positions, to somebody with one caution or none. */
function everSaidOn(document: MovementDocument, cautions: readonly string[] = []): ReadonlySet<string> {
  const revision = { revisionId: 'r', number: 1, document };
  return new Set(
    stancesOf(document).flatMap((stances) =>
      resolveMovement(revision, lexicon, stancesInForce(lexicon, stances), new Set(cautions)).cues.map(({ text }) => text),
    ),
  );
}

const named = (slug: string) => movements.find(({ id }) => id === `waxwing:${slug}`)!;
const bentOver = (document: MovementDocument) =>
  document.pattern === 'hinge' ||
  /(over|grip|low|all-fours|plank|and)-row/.test(document.id) ||
  document.figure?.base === 'hinge';

/** A cue, and where a strict coach has refused it: read by what the movement is, not by the rule that holds it back. */
const REFUSED: readonly (readonly [string, (document: MovementDocument) => boolean])[] = [
  ['One bone at a time', (d) => factsOf(d, lexicon).loaded && bentOver(d)],
  ['Unlock your knees, then freeze them', (d) => /dumbbell-deadlift|swing/.test(d.id)],
  ['Stand on straight stilts', (d) => /swing|dumbbell-deadlift|row/.test(d.id)],
  ['Eyes on the far wall', (d) => bentOver(d) || ['all-fours', 'prone', 'supine'].includes(d.position)],
  ['Pin your shoulder blades back', (d) => /push-up|plank|pike|shoulder-tap/.test(d.id)],
  ['Let your shoulder blades slide', (d) => /bench-press|floor-press/.test(d.id)],
  ['Hips back before knees bend', (d) => d.pattern === 'lunge'],
  ['Palms face the floor', (d) => d.id === 'waxwing:thumb-up-raise'],
];

describe('under every position of every contested point', () => {
  test.each(REFUSED)('“%s” is said nowhere that it would be wrong', (text, isRefused) => {
    const wrong = movements.filter((document) => isRefused(document) && everSaidOn(document).has(text)).map(({ id }) => id);
    expect(wrong).toEqual([]);
    // Held back where it is wrong, not taken out of the library.
    if (text !== 'Palms face the floor') expect([...lexicon.cues.values()].some((cue) => cue.text === text)).toBe(true);
  });

  test('what is right with a load whatever anybody holds is said whatever they hold', () => {
    for (const slug of ['dumbbell-deadlift', 'bent-over-row']) expect(everSaidOn(named(slug))).toContain('Keep one long back');
    const neutralUnderLoad = stancesInForce(lexicon);
    const resolved = resolveMovement(
      { revisionId: 'r', number: 1, document: named('dumbbell-deadlift') },
      lexicon,
      neutralUnderLoad,
    );
    expect(resolved.cues.map(({ text }) => text)).toContain('Keep one long back');
  });

  test('a movement always has something to say', () => {
    const silent = movements.flatMap((document) =>
      stancesOf(document)
        .filter((stances) => {
          const all = stancesInForce(lexicon, stances);
          return CAUTIONS.some((caution) => {
            const revision = { revisionId: 'r', number: 1, document };
            return resolveMovement(revision, lexicon, all, new Set([caution])).cues.length < 2;
          });
        })
        .map(() => document.id),
    );
    expect(silent).toEqual([]);
  });
});

describe('to somebody with a caution', () => {
  test.each([
    ['shoulder', 'side raises', 'lateral-raise', 'Little fingers lead the way'],
    ['shoulder', 'upright rows', 'upright-row', 'Pull your hands to your chin'],
    ['knee', 'squats', 'goblet-squat', 'Sit all the way down'],
    ['knee', 'lunges', 'reverse-lunge', 'Touch the back knee down lightly'],
    ['elbow', 'presses', 'overhead-press', 'Finish all the way straight'],
  ])('%s: on %s nobody says what leads into it', (caution, _what, slug, text) => {
    expect(everSaidOn(named(slug))).toContain(text);
    expect(everSaidOn(named(slug), [caution])).not.toContain(text);
  });
});

describe('cautions of the starter library', () => {
  test('lead on to something that is open, that spares what hurts, and that is there; and what facts ask for is said', () => {
    expect(cautionProblems(movements, lexicon)).toEqual([]);
  });

  test('a limit is said of four movements at most', () => {
    const times = new Map<string, number>();
    for (const { cautions } of movements) for (const { limit } of cautions) times.set(limit, (times.get(limit) ?? 0) + 1);
    expect([...times].filter(([, count]) => count > 4)).toEqual([]);
  });

  test('what is closed reads so: nothing in it tells how it might be done after all', () => {
    const howTo = movements.flatMap(({ id, cautions }) =>
      cautions
        .filter(({ closed, limit }) => closed && !/^(Not|No|Only|Never|Leave|Avoid)\b/.test(limit))
        .map(({ caution, limit }) => `${id} ${caution}: ${limit}`),
    );
    expect(howTo).toEqual([]);
  });
});

describe('the check of cautions', () => {
  const words = {
    ...SMALL_VOCABULARY,
    kit: [
      { id: 'kettlebell', name: 'one kettlebell', weighs: true },
      { id: 'dumbbell', name: 'one dumbbell', weighs: true },
      { id: 'cable', name: 'a cable station', weighs: true, exclusive: true },
      { id: 'chair', name: 'a chair', everywhere: true },
    ],
    cautions: [{ id: 'low-back', name: 'Low back', regions: [], general: 'Keep it long.', asks: [{ impact: 'high' as const }] }],
  };
  const check = (...documents: MovementDocument[]) => cautionProblems(documents, lexiconOf(words)).map(({ message }) => message);
  const closed = { caution: 'low-back', limit: 'Not at all.', closed: true };
  const kit = (...needed: string[]) => ({ needed, optional: [] });
  const one = (instead: string, needed: string[] = []) =>
    movementDocument({ id: 'w:one', kit: kit(...needed), cautions: [{ caution: 'low-back', limit: 'Less.', instead }] });

  test('finds what leads to a closed door, and what needs another place', () => {
    expect(check(one('w:two'), movementDocument({ id: 'w:two', kit: kit(), cautions: [closed] }))).toEqual([
      'w:two is closed for the same caution',
    ]);
    const atCable = movementDocument({ id: 'w:two', kit: kit('cable', 'chair'), cautions: [] });
    expect(check(one('w:two', ['dumbbell']), atCable)).toEqual(['w:two needs cable, which nobody here has to have']);
    // A weight stands in for a weight, and a chair is everywhere.
    const withKettlebell = movementDocument({ id: 'w:two', kit: kit('kettlebell', 'chair'), cautions: [] });
    expect(check(one('w:two', ['dumbbell']), withKettlebell)).toEqual([]);
    expect(check(one('w:two'), withKettlebell)).toEqual(['w:two needs kettlebell, which nobody here has to have']);
  });

  test('asks for what follows from the facts, and for words that are this movement’s own', () => {
    expect(check(movementDocument({ id: 'w:jump', impact: 'high', cautions: [] }))).toEqual(['nothing is said for low back']);
    const same = [1, 2, 3, 4, 5].map((n) =>
      movementDocument({ id: `w:${n}`, cautions: [{ caution: 'low-back', limit: 'Take care.' }] }),
    );
    expect(check(...same.slice(1))).toEqual([]);
    expect(check(...same)).toHaveLength(5);
  });
});
