import { beforeAll, describe, expect, it } from '@jest/globals';
import type { StanceTag } from '../movement/vocabulary.ts';
import { expectBalanced, expectSound, goodRepOf, lexicon, repOf, withFigure } from '../test/soundReps.ts';
import { framesOf } from './body.ts';
import { azimuthOf, markOf } from './marks.ts';
import { measured } from './measure.ts';
import { figureSourceOf } from './figureSource.ts';
import { mirroredRep, type Rep } from './rep.ts';
import { solveStills } from './solveRep.ts';
import { AVERAGE_BUILD } from './skeleton.ts';

/* Every movement of the starter library, done well. Apart from the faults, so that two cores share the work. */

function isDefault({ point, position }: StanceTag): boolean {
  return lexicon.stances.get(point)?.default === position;
}

describe.each(withFigure.map((document) => [document.id, document] as const))('%s', (_id, document) => {
  let good: Rep;
  beforeAll(() => {
    good = goodRepOf(document);
  });

  it('holds its contacts through the rep, within a millimetre', () => {
    expectSound(good);
    if (good.isBalanced) expectBalanced(good);
  });

  it('begins where it ends, and goes there without a jump', () => {
    const gap = Math.max(...good.samples.at(-1)!.map((value, at) => Math.abs(value - good.samples[0]![at]!)));
    expect(gap).toBeLessThan(1e-4);
    // A metre counts as 130 degrees. A push off one foot on to the other goes far between two of 24 samples; a limb that flips goes further.
    // What lands elsewhere is shown as far as that, and begins again.
    const landed = good.keys.find(({ phase }) => phase === 'finish')?.at ?? 1;
    const way = good.landsElsewhere ? good.samples.slice(0, Math.round(landed * (good.samples.length - 1)) + 1) : good.samples;
    const jumps = way
      .slice(1)
      .map((posture, i) => Math.max(...posture.map((value, at) => Math.abs(value - way[i]![at]!) * (at < 3 ? 130 : 1))));
    expect(Math.max(...jumps)).toBeLessThan(80);
  });

  it('meets its own checkpoints', () => {
    const missed = document.checkpoints.flatMap((check) => {
      // A position that isn't the default is another figure's.
      if (check.angle === undefined || (check.stance && !isDefault(check.stance))) return [];
      const { posture } = good.keys.find(({ phase }) => phase === check.phase)!;
      const deg = measured(framesOf(good.body, good.position, posture), posture, check.angle);
      return deg < check.fromDeg! || deg > check.toDeg! ? [`${check.id}: ${Math.round(deg)}°`] : [];
    });
    expect(missed).toEqual([]);
  });

  it('stands in the lines and over the points that its checkpoints draw', () => {
    const off = document.checkpoints.flatMap((check) => {
      const { posture } = good.keys.find(({ phase }) => phase === check.phase)!;
      const mark = check.line || check.plumb ? markOf(check, good, posture, azimuthOf(check.view)) : null;
      return mark && mark.kind !== 'angle' && mark.offCm > 6 ? [`${check.id}: ${mark.offCm.toFixed(1)} cm`] : [];
    });
    expect(off).toEqual([]);
  });

  it('is the same in the mirror', () => {
    const mirror = mirroredRep(good);
    expectSound(mirror);
    expect(mirror.side).toBe('right');
    // Adding nothing makes minus nought nought.
    const plain = (samples: Rep['samples']) => samples.map((posture) => posture.map((value) => value + 0));
    expect(plain(mirroredRep(mirror).samples)).toEqual(plain(good.samples));
  });
});

describe('the same movement', () => {
  it.each([
    ['long thighs', { ...AVERAGE_BUILD, thighM: 0.45 }],
    ['small', { sex: 'female', heightM: 1.5, massKg: 48 }],
    ['tall', { sex: 'male', heightM: 1.98, massKg: 105 }],
  ] as const)('fits another build: %s', (_name, build) => {
    for (const document of withFigure) expectSound(repOf(figureSourceOf(document)!, undefined, build));
  });

  it('stands still in the same moments that it moves through', () => {
    for (const document of withFigure) {
      const source = figureSourceOf(document)!;
      const stills = solveStills(source, lexicon, AVERAGE_BUILD);
      expect(stills.ok && stills.rep.keys.map(({ posture }) => posture)).toEqual(
        goodRepOf(document).keys.map(({ posture }) => posture),
      );
    }
  });
});
