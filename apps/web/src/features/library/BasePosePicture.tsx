import { newMovement, type BasePose, type Lexicon, type MovementDocument } from '@waxwing/core/movement';
import { useMemo } from 'react';
import { PhaseStill } from '../../shared/figure/PhaseStill.tsx';

interface BasePosePictureProps {
  readonly pose: BasePose;
  readonly lexicon: Lexicon;
  readonly className?: string;
}

/** A base pose by itself, as a movement that stays in it. */
export function BasePosePicture({ pose, lexicon, className }: BasePosePictureProps) {
  const document = useMemo(() => stillOf(pose), [pose]);
  const words = useMemo(() => ({ ...lexicon, basePoses: new Map([...lexicon.basePoses, [pose.id, pose]]) }), [lexicon, pose]);
  return <PhaseStill document={document} lexicon={words} phase="set-up" {...(className && { className })} />;
}

function stillOf({ id, words, position }: BasePose): MovementDocument {
  const still = newMovement({ id: `pose:${id}`, name: words, pattern: 'mobility', cue: words }, [], { families: new Map() });
  return { ...still, position, laterality: 'both', rhythm: 'hold', figure: { base: id, keys: {} } };
}
