import type { Lexicon, MovementDocument, MovementFault, Side, View } from '@waxwing/core/movement';
import {
  azimuthOf,
  describePose,
  faultArrow,
  frameOf,
  joinFrames,
  shownFault,
  type FaultStrength,
  type PoseableFault,
} from '@waxwing/core/figure';
import { memo, useMemo } from 'react';
import { FigureSvg } from './FigureSvg.tsx';
import { useRep } from './useRep.ts';

type PicturedFault = PoseableFault & Pick<MovementFault, 'views' | 'severity'>;

interface FaultStillProps {
  readonly document: MovementDocument;
  readonly lexicon: Lexicon;
  readonly fault: PicturedFault;
  /** Where the trainer stands; from there if it shows from there, else from where it does. */
  readonly view?: View;
  /** On which side it was seen. */
  readonly side?: Side;
  readonly workingSide?: Side;
  readonly strength?: FaultStrength;
  readonly className?: string;
  readonly hasArrow?: boolean;
  /** Said in words for who doesn't see it; otherwise what stands beside it says enough. */
  readonly isDescribed?: boolean;
}

/** The view from which a fault is shown to somebody who stands there. */
export function viewOf(fault: Pick<MovementFault, 'views'>, stands?: View): View {
  return stands && fault.views.includes(stands) ? stands : fault.views[0]!;
}

/** The fault over the good pose at its moment, from where it is seen. Nothing when the movement has no figure. A tap elsewhere doesn't draw it anew. */
export const FaultStill = memo(function FaultStill(props: FaultStillProps) {
  const { document, lexicon, fault, view, side, workingSide = 'right', strength, className, hasArrow = false } = props;
  const isOneSide = document.laterality !== 'both';
  // A movement on one side is written with the left working: the fault is there, and the mirror brings it to the side meant.
  const written = isOneSide ? undefined : side;
  const shown = useMemo(() => shownFault(fault, lexicon, written, strength), [fault, lexicon, written, strength]);
  const { rep: good, problem } = useRep(document, lexicon, { side: workingSide, stillsOnly: true });
  const { rep: faulty, problem: faultProblem } = useRep(document, lexicon, { side: workingSide, stillsOnly: true, fault: shown });
  const picture = useMemo(() => {
    if (!good || !faulty || !shown) return null;
    const azimuth = azimuthOf(viewOf(fault, view), isOneSide ? workingSide : (shown.side ?? 'right'));
    const at = (rep: typeof good) => rep.keys.find((key) => key.phase === fault.phase) ?? rep.keys[0]!;
    const [before, after] = [at(good), at(faulty)];
    const { mark } = shown.change;
    return {
      azimuth,
      frame: joinFrames(
        frameOf({ ...good, samples: [], keys: [before] }, azimuth),
        frameOf({ ...faulty, samples: [], keys: [after] }, azimuth),
      ),
      layers: [
        { rep: good, posture: before.posture, isFaint: true },
        { rep: faulty, posture: after.posture },
      ],
      arrow:
        mark === undefined
          ? null
          : faultArrow({ rep: good, posture: before.posture }, { rep: faulty, posture: after.posture }, mark, azimuth),
      words: describePose(faulty, after.posture, after.contacts),
    };
  }, [good, faulty, shown, fault, view, isOneSide, workingSide]);
  if (!document.figure || !shown || problem || faultProblem) return null;
  if (!picture) return <span className={className} />;
  const { azimuth, frame, layers, arrow, words } = picture;
  return (
    <FigureSvg
      azimuth={azimuth}
      frame={frame}
      layers={layers}
      arrow={hasArrow && arrow ? { ...arrow, isRisk: fault.severity === 'risk' } : null}
      {...(className && { className })}
      {...(props.isDescribed && { label: `The fault: ${words}` })}
    />
  );
});
