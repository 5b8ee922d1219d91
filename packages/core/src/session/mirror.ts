import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Position, View } from '../movement/terms.ts';
import type { BriefIndex } from './briefIndex.ts';

/** In the vocabulary's kit. */
const MIRROR = 'mirror';
/** Who lies, hangs or is on all fours doesn't face a mirror on the wall. */
const FACING: readonly Position[] = ['standing', 'split', 'half-kneeling', 'kneeling', 'seated'];

/**
 * What a mirror of this room shows to whoever stands somewhere else than in front: the front, since people face it. `null` where there is none, or
 * nothing more to see in it.
 */
export function mirrorView({ brief }: BriefIndex, { position }: Pick<MovementDocument, 'position'>, view: View): View | null {
  return view !== 'front' && brief.kit?.includes(MIRROR) && FACING.includes(position) ? 'front' : null;
}

/** From where something is seen by whoever stands at `view`, a mirror counted in. */
export function viewsFrom(index: BriefIndex, document: Pick<MovementDocument, 'position'>, view: View): readonly View[] {
  const mirrored = mirrorView(index, document, view);
  return mirrored ? [view, mirrored] : [view];
}
