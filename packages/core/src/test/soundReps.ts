import { expect } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import { baseOfSupport, centreOfMass, marginInside } from '../figure/balance.ts';
import { framesOf } from '../figure/body.ts';
import { figureErrorText } from '../figure/figureError.ts';
import { HIGH, LOW } from '../figure/joints.ts';
import { whereIs } from '../figure/landmarks.ts';
import { figureSourceOf, type FigureSource } from '../figure/figureSource.ts';
import { solveRep } from '../figure/solveRep.ts';
import type { Rep } from '../figure/rep.ts';
import type { ShownFault } from '../figure/shownFault.ts';
import { AVERAGE_BUILD, type Build } from '../figure/skeleton.ts';
import { starterLibrary } from './starterLibrary.ts';

export const { movements, vocabulary } = starterLibrary();
export const lexicon = lexiconOf(vocabulary);
/** The movements of the starter library that have a figure. */
export const withFigure = movements.filter(({ figure }) => figure);

/** The rep, or a failed test that says why not. */
export function repOf(source: FigureSource, fault?: ShownFault, build: Build = AVERAGE_BUILD): Rep {
  const answer = solveRep(source, lexicon, build, fault);
  if (!answer.ok) throw new Error(figureErrorText(answer.error));
  return answer.rep;
}

/** Good reps by movement: each is looked at by several tests and solved once. */
const solvedReps = new Map<string, Rep>();
export function goodRepOf(document: (typeof withFigure)[number]): Rep {
  const rep = solvedReps.get(document.id) ?? repOf(figureSourceOf(document)!);
  solvedReps.set(document.id, rep);
  return rep;
}

interface Worst {
  /** What is pinned, off its place; what touches the floor, off the floor. */
  contactMm: number;
  underFloorMm: number;
  beyondLimitDeg: number;
}

const LOWEST = ['heel', 'ball', 'toe', 'kneecap', 'knuckles']
  .flatMap((name) => [`${name}.left`, `${name}.right`])
  .concat('seat', 'nose');

function worstOf(rep: Rep): Worst {
  const worst: Worst = { contactMm: 0, underFloorMm: 0, beyondLimitDeg: 0 };
  for (const [i, posture] of rep.samples.entries()) {
    const frames = framesOf(rep.body, rep.position, posture);
    for (const { landmark, at } of rep.pinsAt[i]!) {
      const here = whereIs(frames, landmark);
      worst.contactMm = Math.max(worst.contactMm, 1000 * Math.hypot(here[0] - at[0], here[1] - at[1], here[2] - at[2]));
    }
    for (const { on, touching } of rep.contactsAt[i]!) {
      if (on !== 'floor') continue;
      for (const landmark of touching) worst.contactMm = Math.max(worst.contactMm, 1000 * Math.abs(whereIs(frames, landmark)[2]));
    }
    for (const landmark of LOWEST) worst.underFloorMm = Math.max(worst.underFloorMm, -1000 * whereIs(frames, landmark)[2]);
    for (const [at, value] of posture.entries()) {
      worst.beyondLimitDeg = Math.max(worst.beyondLimitDeg, LOW[at]! - value, value - HIGH[at]!);
    }
  }
  return worst;
}

/** Contacts stay where they are, joints within their limits, nothing goes through the floor. */
export function expectSound(rep: Rep): void {
  const { contactMm, underFloorMm, beyondLimitDeg } = worstOf(rep);
  expect(contactMm).toBeLessThan(1);
  expect(underFloorMm).toBeLessThan(1);
  expect(beyondLimitDeg).toBeLessThan(1e-6);
}

export function expectBalanced(rep: Rep): void {
  const margins = rep.samples.map((posture, i) => {
    const frames = framesOf(rep.body, rep.position, posture);
    const [x, y] = centreOfMass(frames, rep.held);
    return marginInside(baseOfSupport(frames, rep.contactsAt[i]!), [x, y]);
  });
  // One-sided rules are met to a millimetre.
  expect(Math.min(...margins)).toBeGreaterThan(-1e-3);
}
