import type { FaultChange, FigureDocument, JointAngles } from '../movement/figureDocument.ts';
import type { Phase } from '../movement/terms.ts';
import type { Posture } from './joints.ts';
import { anglesOf, withAngles } from '../movement/figureKey.ts';
import { angleIn } from './pull.ts';

/** Less than this nobody meant. */
const MEANT_DEG = 3;

/** A movement's figure with a fault's angles said at its phase, over the good pose: what hands take hold of to change them. */
export function figureWithFault(
  figure: FigureDocument,
  { angles, hands }: Pick<FaultChange, 'angles' | 'hands'>,
  phase: Phase,
  good: Posture,
): FigureDocument {
  const key = figure.keys[phase];
  const changed = Object.fromEntries(
    Object.entries(angles).map(([joint, deg]) => [joint, Math.round((angleIn(good, joint) + deg) * 10) / 10]),
  );
  const own = { ...withAngles(key, { ...anglesOf(key), ...changed }), ...(hands && { hands }) };
  return { ...figure, keys: { ...figure.keys, [phase]: own } };
}

/** By how much angles that a pose asks for differ from a good one, as a fault says it; degrees. */
export function faultAngles(asked: JointAngles, good: Posture): JointAngles {
  return Object.fromEntries(
    Object.entries(asked).flatMap(([joint, deg]) => {
      const by = Math.round(deg - angleIn(good, joint));
      return Math.abs(by) < MEANT_DEG ? [] : [[joint, by]];
    }),
  );
}
