import { describe, expect, test } from '@jest/globals';
import { starterLibrary } from '../test/starterLibrary.ts';
import { movementDocument, SMALL_VOCABULARY } from '../test/smallLibrary.ts';
import { sheetText } from './writeSheet.ts';

const { movements, vocabulary } = starterLibrary();
const nameOf = (id: string) => movements.find((document) => document.id === id)?.name ?? id;

describe('a sheet', () => {
  test('says of every movement what is said, seen and done about it, and ends with when to stop', () => {
    for (const document of movements) {
      const text = sheetText([document], vocabulary, nameOf);
      expect(text).toMatch(/^# /);
      expect(text.match(/^### /gm)?.length ?? 0).toBe(document.faults.length);
      expect(text).not.toMatch(/undefined|waxwing:|\[object/);
      expect(text.trimEnd().endsWith('it diagnoses nothing._')).toBe(true);
    }
  });

  test('has a cue in its corrections as it is called out, numbered in the order in which they are tried', () => {
    const goblet = movements.find(({ id }) => id === 'waxwing:goblet-squat')!;
    const text = sheetText([goblet], vocabulary, nameOf);
    expect(text).toContain('# Goblet squat\n');
    expect(text).toMatch(/### Knee drops in \(risk\)\n\n.+\n\n1\. say “Spread the floor apart”\n2\. /);
  });

  test('what somebody wrote is text, whatever it looks like', () => {
    const hostile = movementDocument({ id: 'w:a', name: '# <img src=x> [click](http://x) *b*', trains: 'One\n\n# Two' });
    const text = sheetText([hostile], SMALL_VOCABULARY, nameOf);
    expect(text).toContain('# \\# \\<img src=x\\> \\[click\\](http://x) \\*b\\*');
    expect(text).toContain('One \\# Two');
  });
});
