import fc from 'fast-check';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { starterLibrary } from './starterLibrary.ts';

const { movements } = starterLibrary();

/** A movement with lists shuffled and cut, fields gone, and parts of another. */
export function changeOf(from: MovementDocument): fc.Arbitrary<MovementDocument> {
  const seeds = fc.array(fc.nat(), { minLength: 12, maxLength: 12 });
  return fc.record({ other: fc.constantFrom(...movements), seed: seeds }).map(({ other, seed }) => {
    const mixed = <T>(own: readonly T[], others: readonly T[], n: number, keyOf: (entry: T) => unknown): T[] => {
      const kept = own.filter((_, at) => (seed[n]! >> (at % 20)) % 3 !== 0);
      const keys = new Set(kept.map(keyOf));
      const came = others.filter((entry, at) => (seed[n + 1]! >> (at % 20)) % 2 === 0 && !keys.has(keyOf(entry)));
      return [...kept, ...came].sort(
        (a, b) => ((JSON.stringify(a).length * seed[n]!) % 7) - ((JSON.stringify(b).length * seed[n]!) % 7),
      );
    };
    const document: MovementDocument = {
      ...from,
      cues: mixed(from.cues, other.cues, 0, ({ shared, id }) => shared ?? id),
      faults: mixed(from.faults, other.faults, 2, ({ id }) => id),
      cautions: mixed(from.cautions, other.cautions, 4, ({ caution }) => caution),
      harder: mixed(from.harder, other.harder, 6, ({ to }) => to),
      dose: seed[8]! % 2 ? from.dose : other.dose,
      setUp: seed[10]! % 2 ? from.setUp : other.setUp,
    };
    if (seed[9]! % 2) document.trains = other.trains!;
    if (seed[11]! % 2) delete document.tempo;
    return document;
  });
}
