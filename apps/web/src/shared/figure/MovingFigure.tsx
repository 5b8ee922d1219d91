import type { Lexicon, MovementDocument, Side, View } from '@waxwing/core/movement';
import { azimuthOf, frameOf, postureAt, timelineOf } from '@waxwing/core/figure';
import { useMemo } from 'react';
import { FigureSvg } from './FigureSvg.tsx';
import { tellingView } from './PhaseStill.tsx';
import { usePlayback } from './usePlayback.ts';
import { useRep } from './useRep.ts';

interface MovingFigureProps {
  readonly document: MovementDocument;
  readonly lexicon: Lexicon;
  readonly side?: Side;
  readonly view?: View;
  readonly className?: string;
}

/** A movement, rep after rep. Nothing when it has no figure. */
export function MovingFigure({ document, lexicon, side = 'right', view = tellingView(document), className }: MovingFigureProps) {
  const { rep } = useRep(document, lexicon, { side });
  const azimuth = azimuthOf(view, document.laterality === 'both' ? 'right' : side);
  const timeline = useMemo(() => rep && timelineOf(rep, document.tempo), [rep, document]);
  const frame = useMemo(() => rep && frameOf(rep, azimuth), [rep, azimuth]);
  const { place } = usePlayback(timeline, 0, true);
  if (!rep || !frame) return null;
  return (
    <FigureSvg
      azimuth={azimuth}
      frame={frame}
      layers={[{ rep, posture: postureAt(rep, place) }]}
      {...(className && { className })}
    />
  );
}
