import { describe, expect, test } from '@jest/globals';
import { SMALL_VOCABULARY } from '../../test/smallLibrary.ts';
import { lexiconOf } from '../library.ts';
import type { WordsSave } from '../libraryChange.ts';
import { wordTexts } from './wordText.ts';

const said = (save: Partial<WordsSave>) => wordTexts({ after: {}, before: {}, ...save }, lexiconOf(SMALL_VOCABULARY));

describe('what a change does to words', () => {
  test('says of one that there was what is otherwise, field by field, and of a new one that it is', () => {
    const [heels] = SMALL_VOCABULARY.faultTypes!;
    expect(
      said({
        before: { faultTypes: [heels!] },
        after: {
          faultTypes: [
            { ...heels!, name: 'Heels come up', otherNames: ['on the toes'], causes: [] },
            { id: 'x', name: 'Sways', region: 'trunk', causes: [] },
          ],
        },
      }),
    ).toEqual([
      'Kind of fault “Heels come up”, name: “Heels lift” → “Heels come up”',
      'Kind of fault “Heels come up”, causes: mobility:ankle → none',
      'Kind of fault “Heels come up”, also called: on the toes',
      'New kind of fault: “Sways”, of the trunk',
    ]);
  });

  test('says what becomes one, what is itself again and what goes, by name', () => {
    expect(
      said({
        after: { aliases: [{ of: 'fault-type', id: 'knees-in', now: 'heels-lift' }] },
        withdrawn: [{ of: 'cue', id: 'old', now: 'spread-the-floor' }],
        removed: [{ list: 'kit', id: 'kettlebell' }],
      }),
    ).toEqual([
      '“Knee drops in” is “Heels lift” from now on, wherever it stands',
      '“old” is itself again',
      'Kit “kettlebell” is gone',
    ]);
  });
});
