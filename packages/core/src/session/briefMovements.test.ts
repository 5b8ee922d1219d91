import { describe, expect, test } from '@jest/globals';
import { KNEES_IN, movementDocument } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import type { SessionBrief } from './brief.ts';
import { movementsForFloor } from './briefMovements.ts';
import { revisionsToBring, withRevisions } from './broughtMovements.ts';

const FIRST = { sets: 1, reps: 1, reserve: 0 };
const up = (to: string) => ({ to, levers: ['range' as const], shownFirst: FIRST });
const bare = { harder: [], cautions: [], faults: [] };

test('a device gets what was picked, its ladder both ways, what that sends to, and the easier ones of those', () => {
  const documents = [
    movementDocument({ ...bare, id: 'w:easy', harder: [up('w:picked')] }),
    movementDocument({ ...bare, id: 'w:picked', harder: [up('w:hard')], faults: [{ ...KNEES_IN, regressTo: 'w:regression' }] }),
    movementDocument({ ...bare, id: 'w:hard', cautions: [{ caution: 'low-back', limit: 'Less of it.', instead: 'w:instead' }] }),
    movementDocument({ ...bare, id: 'w:under', harder: [up('w:instead')] }),
    movementDocument({ ...bare, id: 'w:instead' }),
    movementDocument({ ...bare, id: 'w:regression' }),
    movementDocument({ ...bare, id: 'w:elsewhere' }),
  ];
  expect([...movementsForFloor(['w:picked'], documents)].sort()).toEqual([
    'w:easy',
    'w:hard',
    'w:instead',
    'w:picked',
    'w:regression',
    'w:under',
  ]);
});

test('of the starter library that is a part, not the whole', () => {
  const { movements } = starterLibrary();
  const needed = movementsForFloor(['waxwing:goblet-squat', 'waxwing:knee-push-up'], movements);
  expect(needed.has('waxwing:box-squat')).toBe(true);
  expect(needed.size).toBeLessThan(movements.length * 0.6);
});

describe('a movement taken from the library in mid-session', () => {
  const revision = (id: string, part: object = {}, revisionId = `r-${id}`) => ({
    revisionId,
    number: 1,
    document: movementDocument({ ...bare, id, ...part }),
  });
  const briefOf = (...revisions: ReturnType<typeof revision>[]) => ({ revisions }) as unknown as SessionBrief;
  const library = [
    revision('w:easy', { harder: [up('w:wanted')] }),
    revision('w:wanted'),
    revision('w:held', { harder: [up('w:wanted')] }, 'r-newer'),
    revision('w:elsewhere'),
  ];

  test('comes with its ladder, itself first; what the session has stays as it has it', () => {
    const brief = briefOf(revision('w:held'));
    const brought = revisionsToBring(brief, 'w:wanted', library);
    expect(brought.map(({ document }) => document.id)).toEqual(['w:wanted', 'w:easy']);
    const after = withRevisions(brief, [...brought, revision('w:held', {}, 'r-newer')]);
    expect(after.revisions.map(({ revisionId }) => revisionId)).toEqual(['r-w:held', 'r-w:wanted', 'r-w:easy']);
  });

  test('is nothing new the second time', () => {
    const brief = withRevisions(briefOf(), revisionsToBring(briefOf(), 'w:wanted', library));
    expect(revisionsToBring(brief, 'w:wanted', library)).toEqual([]);
    expect(withRevisions(brief, library.slice(0, 3))).toBe(brief);
  });
});
