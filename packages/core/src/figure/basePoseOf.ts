import type { BasePose } from '../movement/figureDocument.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { freeSlug, slugOf } from '../movement/slug.ts';
import type { Phase } from '../movement/terms.ts';
import { ownAngles } from './pull.ts';

/** A moment of a movement's figure as a pose by which others can begin. */
export function basePoseOf(
  { figure, position }: Pick<MovementDocument, 'figure' | 'position'>,
  base: BasePose | undefined,
  phase: Phase,
  words: string,
  isTaken: (id: string) => boolean,
): BasePose {
  const key = figure?.keys[phase];
  const hands = key?.hands ?? figure?.hands ?? base?.hands;
  return {
    id: freeSlug(slugOf(words, 'pose'), isTaken),
    words,
    position,
    angles: { ...base?.angles, ...ownAngles(key) },
    contacts: [...(key?.contacts ?? figure?.contacts ?? base?.contacts ?? [])],
    ...(hands && { hands }),
  };
}
