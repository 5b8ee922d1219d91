import { describe, expect, it } from '@jest/globals';
import type { MovementFault } from '../movement/movementDocument.ts';
import { expectBalanced, expectSound, goodRepOf, lexicon, repOf, withFigure } from '../test/soundReps.ts';
import { AZIMUTHS, draw } from './drawing.ts';
import { azimuthOf, faultArrow } from './marks.ts';
import { figureSourceOf } from './figureSource.ts';
import type { Rep } from './rep.ts';
import { shownFault } from './shownFault.ts';
import { secondsOf, timelineOf } from './timeline.ts';

/* Every fault of every movement of the starter library, drawn. Apart from the movements done well, so that two cores share the work. */

/** The tones that a rep is drawn in, as it begins, from the front. */
function tonesOf(rep: Rep): ReadonlySet<string> {
  return new Set(draw(rep, rep.keys[0]!.posture, AZIMUTHS.front).map(({ tone }) => tone));
}

/** Whether the fault can be told from the good pose, from a view that it is said to show from. */
function shows(good: Rep, faulty: Rep, fault: MovementFault): boolean {
  // A held breath reddens the face, a rushed rep is over sooner; the landmark moves little.
  if (faulty.isFlushed) return tonesOf(faulty).has('flush') && !tonesOf(good).has('flush');
  if (faulty.hurry) return secondsOf(timelineOf(faulty, undefined)) < secondsOf(timelineOf(good, undefined));
  const at = (rep: Rep) => rep.keys.find(({ phase }) => phase === fault.phase)!.posture;
  const { mark } = shownFault(fault, lexicon)!.change;
  return fault.views.some((view) =>
    faultArrow({ rep: good, posture: at(good) }, { rep: faulty, posture: at(faulty) }, mark!, azimuthOf(view)),
  );
}

describe.each(withFigure.map((document) => [document.id, document] as const))('%s', (_id, document) => {
  it.each(document.faults.map((fault) => [fault.id, fault] as const))('shows %s, and keeps its contacts', (_fault, fault) => {
    const good = goodRepOf(document);
    const faulty = repOf(figureSourceOf(document)!, shownFault(fault, lexicon)!);
    expectSound(faulty);
    if (faulty.isBalanced) expectBalanced(faulty);
    expect(shows(good, faulty, fault)).toBe(true);
  });
});
