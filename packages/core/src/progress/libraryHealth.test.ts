import { describe, expect, test } from '@jest/globals';
import { KNEES_IN, SMALL_VOCABULARY, movementDocument, smallMovements } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { libraryHealth } from './libraryHealth.ts';

const own = (id: string, seen: string, part = {}) =>
  movementDocument({
    id,
    name: id,
    otherNames: [],
    faults: [{ ...KNEES_IN, seen }],
    standsAlone: true,
    noFigure: 'None for a test.',
    ...part,
  });
const said = (problems: ReturnType<typeof libraryHealth>) =>
  problems.map(({ movementId, path, message }) => `${movementId} ${path}: ${message}`);

describe('library health', () => {
  test('errors stand before hints', () => {
    const wrong = own('w:b', 'Another thing that is seen.', { family: 'nowhere' });
    const severities = libraryHealth([own('w:a', 'One thing that is seen.'), wrong], SMALL_VOCABULARY).map(
      ({ severity }) => severity,
    );
    expect(severities).toContain('error');
    expect(severities).toEqual([...severities].sort());
  });

  test('a fault told in nearly the same words as another movement’s is named with it', () => {
    const twins = [
      own('w:a', 'The left kneecap points far inside the big toe.'),
      own('w:b', 'The left kneecap points well inside the big toe.'),
      own('w:c', 'Heels leave the floor at the bottom.'),
    ];
    const copied = said(libraryHealth(twins, SMALL_VOCABULARY)).filter((each) => each.includes('nearly the same words'));
    expect(copied).toEqual([
      'w:b faults[0].seen: nearly the same words as in w:a: “The left kneecap points far inside the big toe.”',
    ]);
  });

  test('two movements of one name, whatever the order of the words', () => {
    const names = [
      own('w:a', 'One.. thing seen.', { name: 'Squat with a pause' }),
      own('w:b', 'Two, quite different.', { name: 'Pause squats' }),
    ];
    expect(said(libraryHealth(names, SMALL_VOCABULARY))).toContain(
      'w:b name: “Pause squats” is nearly Squat with a pause’s “Squat with a pause”',
    );
  });

  test('a cue tried eight times that works too rarely is named; one tried seven times isn’t', () => {
    const movement = smallMovements()[0]!;
    const faultId = `${movement.id}/${movement.faults[0]!.id}`;
    const trial = (trials: number, fixed: number) => [
      { faultId, cueId: 'spread-the-floor', tally: { trials, score: fixed, fixed }, lastOn: '2026-03-02' },
    ];
    const about = (trials: ReturnType<typeof trial>) =>
      libraryHealth(smallMovements(), SMALL_VOCABULARY, trials).filter(({ message }) => message.includes('was tried'));
    expect(about(trial(8, 1))).toEqual([
      {
        severity: 'hint',
        movementId: movement.id,
        path: 'faults[0]',
        message: '“Spread the floor apart” was tried 8 times and fixed it 1',
      },
    ]);
    expect(about(trial(8, 2))).toEqual([]);
    expect(about(trial(7, 0))).toEqual([]);
    // Whoever looked the movement over since has seen it; a trial after that is news again.
    const seenOn = (day: string) =>
      libraryHealth(smallMovements(), SMALL_VOCABULARY, trial(8, 1), {
        today: '2026-03-20',
        lookedOverOn: new Map([[movement.id, day]]),
        changedOn: new Map(),
      }).filter(({ message }) => message.includes('was tried'));
    expect(seenOn('2026-03-02')).toEqual([]);
    expect(seenOn('2026-03-01').length).toBe(1);
  });

  test('what nobody has read through, or changed, for more than a year is named', () => {
    const about = (lookedOn: string | null, changedOn: string) =>
      said(
        libraryHealth([own('w:a', 'One thing that is seen.')], SMALL_VOCABULARY, [], {
          today: '2026-03-02',
          lookedOverOn: new Map(lookedOn ? [['w:a', lookedOn]] : []),
          changedOn: new Map([['w:a', changedOn]]),
        }),
      ).filter((each) => each.includes('nobody has looked'));
    expect(about(null, '2025-03-01')).toEqual(['w:a : nobody has looked it over since 2025-03-01']);
    expect(about(null, '2025-03-02')).toEqual([]);
    expect(about('2025-06-01', '2024-03-01')).toEqual([]);
    expect(about('2024-01-01', '2024-03-01')).toEqual(['w:a : nobody has looked it over since 2024-03-01']);
  });

  test('a point that is listed and on which nothing depends, a figure that is missing without a reason, no neighbour', () => {
    const movement = movementDocument({ id: 'w:a', harder: [], stancePoints: ['knee-travel'], cues: KNEES_IN_CUES });
    const hints = said(libraryHealth([movement], SMALL_VOCABULARY));
    expect(hints).toContain('w:a stancePoints[0]: knee-travel is listed, but nothing here depends on it');
    expect(hints).toContain('w:a figure: no figure, and no reason why');
    expect(hints).toContain('w:a harder: no neighbour on a ladder, and not marked as standing alone');
  });

  test('finds no error in the starter library', () => {
    const { movements, vocabulary } = starterLibrary();
    expect(movements.length).toBeGreaterThanOrEqual(230);
    expect(libraryHealth(movements, vocabulary).filter(({ severity }) => severity === 'error')).toEqual([]);
  });
});

const KNEES_IN_CUES = [
  { shared: 'spread-the-floor' },
  { id: 'a', text: 'Sit tall', kind: 'internal' as const },
  { id: 'b', text: 'Like a lift', kind: 'analogy' as const },
];
