import { describe, expect, test } from '@jest/globals';
import { starterLibrary } from '../test/starterLibrary.ts';
import { readPack } from './readPack.ts';
import { PACK_KINDS, packOf, packText, wholePack } from './writePack.ts';

const { movements, vocabulary } = starterLibrary();
const read = (text: string) => readPack([{ name: 'written', text }]);

describe('a pack that is written', () => {
  test.each(PACK_KINDS)('all of the starter, and read back, is the same: %s', (kind) => {
    const back = read(packText(wholePack(movements, vocabulary), kind));
    expect(back.packProblems).toEqual([]);
    if (!back.ok) throw new Error('not read');
    expect(JSON.parse(JSON.stringify(back.value))).toEqual({ vocabulary, movements });
  });

  test('of a few movements stands by itself: every word is there, and none that nobody needs', () => {
    const ladder = movements.filter(({ family }) => family === 'arms');
    const alone = new Set(ladder.map(({ id }) => id));
    // Steps and ways out to other families are theirs to bring.
    const some = ladder.map((document) => ({
      ...document,
      harder: document.harder.filter(({ to }) => alone.has(to)),
      faults: document.faults.map(({ regressTo, ...fault }) => ({
        ...fault,
        ...(regressTo && alone.has(regressTo) && { regressTo }),
      })),
      cautions: document.cautions.map(({ instead, ...each }) => ({ ...each, ...(instead && alone.has(instead) && { instead }) })),
      components: (document.components ?? []).filter((id) => alone.has(id)),
    }));
    const pack = packOf(some, vocabulary);
    const back = read(packText(pack, 'yaml'));
    expect(back.packProblems).toEqual([]);
    expect(pack.vocabulary.families!.map(({ id }) => id)).toEqual(['arms']);
    expect(pack.vocabulary.cues!.length).toBeLessThan(vocabulary.cues!.length);
  });
});
