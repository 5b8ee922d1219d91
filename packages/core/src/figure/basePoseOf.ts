import type { BasePose, JointAngles } from '../movement/figureDocument.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { freeSlug, slugOf } from '../movement/slug.ts';
import { SIDES, type Phase } from '../movement/terms.ts';
import { freedomAt, freedomsNamed, sidedName, type Posture } from './joints.ts';
import { JOINTS } from './pull.ts';

/** Less than this is straight, and two sides that differ by less are the same. */
const SAME_DEG = 0.5;

/** A moment of a movement's figure as a pose by which others can begin; as it was solved, since much of it is found, not said. */
export function basePoseOf(
  { figure, position }: Pick<MovementDocument, 'figure' | 'position'>,
  base: BasePose | undefined,
  { phase, posture }: { readonly phase: Phase; readonly posture: Posture },
  words: string,
  isTaken: (id: string) => boolean,
): BasePose {
  const key = figure?.keys[phase];
  const hands = key?.hands ?? figure?.hands ?? base?.hands;
  return {
    id: freeSlug(slugOf(words, 'pose'), isTaken),
    words,
    position,
    angles: anglesOf(posture),
    contacts: [...(key?.contacts ?? figure?.contacts ?? base?.contacts ?? [])],
    ...(hands && { hands }),
  };
}

function anglesOf(posture: Posture): JointAngles {
  const bent = (name: string, deg: number) => (Math.abs(deg) < SAME_DEG ? [] : [[name, Math.round(deg * 10) / 10] as const]);
  return Object.fromEntries(
    JOINTS.flatMap((name) => {
      const [left, right] = freedomsNamed(name);
      const l = posture[left ?? freedomAt(name)]!;
      if (right === undefined || Math.abs(l - posture[right]!) < SAME_DEG) return bent(name, l);
      const degs = { left: l, right: posture[right]! };
      return SIDES.flatMap((side) => [[sidedName(name, side), Math.round(degs[side] * 10) / 10] as const]);
    }),
  );
}
