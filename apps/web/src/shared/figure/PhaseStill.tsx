import type { Lexicon, MovementDocument, Phase, Side, View } from '@waxwing/core/movement';
import { azimuthOf, describePose, frameOf, type Frame } from '@waxwing/core/figure';
import { memo, useMemo } from 'react';
import { FigureSvg } from './FigureSvg.tsx';
import { useRep } from './useRep.ts';

/** The moment that tells most of a movement: its turn, or the hold. */
export function tellingPhase({ rhythm }: MovementDocument): Phase {
  return rhythm === 'rep' ? 'turn' : rhythm === 'hold' ? 'hold' : 'drive';
}

/** From where a movement tells most: from the side, and who lies on the side from the front. */
export function tellingView({ position }: Pick<MovementDocument, 'position'>): View {
  return position === 'side-lying' ? 'front' : 'side';
}

interface PhaseStillProps {
  readonly document: MovementDocument;
  readonly lexicon: Lexicon;
  readonly phase: Phase;
  readonly side?: Side;
  /** From where it is looked at; from where it tells most when not given. */
  readonly view?: View;
  readonly className?: string;
  /** All phases in the frame of the whole rep, so that they stand on one floor at one scale. */
  readonly isInRepFrame?: boolean;
  readonly isDescribed?: boolean;
}

/** A movement at one of its moments. Nothing when it has no figure. */
export const PhaseStill = memo(function PhaseStill(props: PhaseStillProps) {
  const {
    document,
    lexicon,
    phase,
    side = 'right',
    view = tellingView(document),
    className,
    isInRepFrame = false,
    isDescribed = false,
  } = props;
  const { rep, problem } = useRep(document, lexicon, { side, stillsOnly: true });
  const azimuth = azimuthOf(view, document.laterality === 'both' ? 'right' : side);
  const frame = useMemo((): Frame | null => {
    if (!rep) return null;
    const key = rep.keys.find((each) => each.phase === phase);
    const own = frameOf(key ? { ...rep, samples: [], keys: [key] } : rep, azimuth);
    if (!isInRepFrame) return own;
    // As high as the rep, as wide as the moment.
    return { ...own, top: frameOf(rep, azimuth).top };
  }, [rep, azimuth, phase, isInRepFrame]);
  if (!document.figure || problem) return null;
  const key = rep?.keys.find((each) => each.phase === phase);
  if (!rep || !frame || !key) return <span className={className} />;
  return (
    <FigureSvg
      azimuth={azimuth}
      frame={frame}
      layers={[{ rep, posture: key.posture }]}
      {...(className && { className })}
      {...(isDescribed && { label: describePose(rep, key.posture, key.contacts) })}
    />
  );
});
