import { describe, expect, it } from '@jest/globals';
import { starterLibrary } from '../test/starterLibrary.ts';
import { SET_UP_PARTS, setUpPartsFor } from './setUpText.ts';

const documents = starterLibrary().movements;
const partsOf = (slug: string) => [...setUpPartsFor(documents.find(({ id }) => id === `waxwing:${slug}`)!)].sort();

describe('what of a set-up a movement asks for', () => {
  it.each([
    ['goblet-squat', ['benchHeight', 'handle', 'note', 'wedge']],
    ['full-push-up', ['benchHeight', 'note']],
    ['leg-press', ['note', 'pad', 'pin', 'wedge']],
  ])('%s', (slug, parts) => expect(partsOf(slug)).toEqual(parts));

  it('a machine has a pin, straps a height, and no movement everything', () => {
    for (const document of documents) {
      const parts = setUpPartsFor(document);
      if (document.kit.needed.includes('suspension-strap'))
        expect([document.id, parts.has('strap')]).toEqual([document.id, true]);
      if (document.kit.needed.includes('seated-row')) expect([document.id, parts.has('pin')]).toEqual([document.id, true]);
      expect([document.id, parts.size < SET_UP_PARTS.length]).toEqual([document.id, true]);
    }
  });
});
