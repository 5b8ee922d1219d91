import {
  AZIMUTHS,
  HANDLES,
  figureErrorText,
  frameOf,
  joinFrames,
  type Azimuth,
  type Grip,
  type Handle,
  type Posture,
  type Rep,
} from '@waxwing/core/figure';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { FigureSvg } from '../../../shared/figure/FigureSvg.tsx';

interface PuppetProps {
  readonly rep: Rep;
  readonly posture: Posture;
  /** Nothing while it can’t be posed. */
  readonly grip: Grip | null;
  readonly azimuth: Azimuth;
  /** The angles that a pull, when it is let go, asks for. */
  readonly onPulled: (angles: Readonly<Record<string, number>>) => void;
  /** What stands in the way of what was asked for. */
  readonly onAsked: (text: string | null) => void;
}

const CM = 100;
const DOT_CM = 4;
const REACH_CM = 8;
/** What one press of an arrow key moves. */
const PRESS_M = 0.02;

/** The figure with dots to pull it by. */
export function Puppet({ rep, posture: solved, grip, azimuth, onPulled, onAsked }: PuppetProps) {
  const [pulled, setPulled] = useState<{ readonly of: Posture; readonly posture: Posture } | null>(null);
  const overlay = useRef<SVGGElement>(null);
  const held = useRef<{ readonly handle: Handle; angles: Readonly<Record<string, number>> | null } | null>(null);
  // What was pulled is shown until the pose that it asked for is there.
  const posture = pulled?.of === solved ? pulled.posture : solved;
  const frame = useMemo(() => joinFrames(frameOf(rep, azimuth), { left: -0.2, right: 0.2, bottom: 0, top: 0.4 }), [rep, azimuth]);
  // From the side the near ones hide the far ones.
  const far = azimuth === AZIMUTHS.left ? '.right' : azimuth === AZIMUTHS.right ? '.left' : null;
  const handles = HANDLES.filter(({ landmark }) => far === null || !landmark.endsWith(far));
  const pull = (handle: Handle, to: readonly [number, number]) => {
    if (!grip) return null;
    const answer = grip.pull(handle.landmark, azimuth, to);
    setPulled({ of: solved, posture: answer.posture });
    onAsked(answer.error ? figureErrorText(answer.error) : null);
    return answer.angles;
  };
  const placeOf = ({ clientX, clientY }: PointerEvent): readonly [number, number] | null => {
    const matrix = overlay.current?.getScreenCTM();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
    return [x / CM, -y / CM];
  };
  return (
    <div className="flex h-72 justify-center">
      <FigureSvg
        layers={[{ rep, posture }]}
        azimuth={azimuth}
        frame={frame}
        label="The figure"
        className="max-h-72 max-w-full touch-none"
      >
        <g ref={overlay}>
          {grip &&
            handles.map((handle) => {
              const [x, y] = grip.at(handle.landmark, azimuth);
              return (
                <circle
                  key={handle.landmark}
                  role="button"
                  tabIndex={0}
                  aria-label={`Pull the ${handle.name}`}
                  cx={x * CM}
                  cy={-y * CM}
                  r={DOT_CM}
                  className="fill-base-100 stroke-base-content hover:fill-accent focus:fill-accent cursor-grab"
                  strokeWidth={1.2}
                  style={{ outlineOffset: REACH_CM - DOT_CM }}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                    held.current = { handle, angles: null };
                  }}
                  onPointerMove={(event) => {
                    const to = held.current?.handle === handle ? placeOf(event) : null;
                    if (to && held.current) held.current.angles = pull(handle, to);
                  }}
                  onPointerUp={() => {
                    const angles = held.current?.angles;
                    held.current = null;
                    if (angles) onPulled(angles);
                  }}
                  onPointerCancel={() => {
                    held.current = null;
                    setPulled(null);
                  }}
                  onKeyDown={(event) => {
                    const by = ARROWS[event.key];
                    if (!by) return;
                    event.preventDefault();
                    const [px, py] = grip.at(handle.landmark, azimuth);
                    const angles = pull(handle, [px + by[0] * PRESS_M, py + by[1] * PRESS_M]);
                    if (angles) onPulled(angles);
                  }}
                />
              );
            })}
        </g>
      </FigureSvg>
    </div>
  );
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
