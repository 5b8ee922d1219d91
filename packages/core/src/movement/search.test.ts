import { describe, expect, test } from '@jest/globals';
import { KNEES_IN, movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { lexiconOf } from './library.ts';
import { buildSearch, searchTextOf } from './search.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const search = buildSearch(
  [
    movementDocument({ id: 'w:goblet', name: 'Goblet squat', otherNames: ['Cup squat'] }),
    movementDocument({ id: 'w:plank', name: 'Forearm plank', cues: [], faults: [] }),
    movementDocument({ id: 'w:squat', name: 'Squat', faults: [] }),
  ].map((document) => searchTextOf(document, lexicon)),
);
const find = (query: string) => search.find(query).map((hit) => hit.movementId);

describe('search', () => {
  test('as one types: a beginning of the name is enough', () => {
    expect(find('gob')).toEqual(['w:goblet']);
    expect(find('squat')[0]).toBe('w:squat');
  });

  test('by another name, a fault’s wording, a cue, and says by which', () => {
    expect(find('cup')).toEqual(['w:goblet']);
    expect(search.find('chest drops thighs')[0]).toMatchObject({ movementId: 'w:goblet', field: 'faults' });
    expect(search.find('spread the floor').map((hit) => hit.field)).toContain('cues');
  });

  test('said just as it was typed comes before the same words apart', () => {
    const apart = movementDocument({
      id: 'w:apart',
      name: 'Knee plank',
      cues: [],
      faults: [{ ...KNEES_IN, seen: 'The belly drops.' }],
    });
    const together = movementDocument({
      id: 'w:together',
      name: 'Lunge',
      cues: [],
      faults: [{ ...KNEES_IN, seen: 'The knee drops in.' }],
    });
    const both = buildSearch([apart, together].map((document) => searchTextOf(document, lexiconOf({}))));
    expect(both.find('knee drops').map((hit) => [hit.movementId, hit.field])).toEqual([
      ['w:together', 'faults'],
      ['w:apart', 'name'],
    ]);
  });

  test('small typing errors are forgiven, and every word has to be met', () => {
    expect(find('golbet')).toEqual(['w:goblet']);
    expect(find('foream plnak')).toEqual(['w:plank']);
    expect(find('goblet plank')).toEqual([]);
    expect(find('   ')).toEqual([]);
  });
});
