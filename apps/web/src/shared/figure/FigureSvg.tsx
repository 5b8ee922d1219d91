import {
  PATH_CM,
  draw,
  pathOf,
  type Azimuth,
  type Frame,
  type Mark,
  type Point,
  type Posture,
  type Rep,
} from '@waxwing/core/figure';
import clsx from 'clsx';
import type { ReactNode } from 'react';

/** One body in a picture. A faint one is what the other should look like. */
export interface Layer {
  readonly rep: Rep;
  readonly posture: Posture;
  readonly isFaint?: boolean;
}

interface FigureSvgProps {
  readonly layers: readonly Layer[];
  readonly azimuth: Azimuth;
  /** What the picture shows, in metres. */
  readonly frame: Frame;
  /** The pose in words; without it the picture is only decoration beside what says the same. */
  readonly label?: string;
  readonly marks?: readonly Mark[];
  readonly arrow?: { readonly from: Point; readonly to: Point; readonly isRisk: boolean } | null;
  readonly className?: string;
  /** Drawn at half the size: its lettering is larger for it. */
  readonly isSmall?: boolean;
  /** What is laid over it, in centimetres: x to the right, y down from the floor. */
  readonly children?: ReactNode;
}

const MARGIN_M = 0.06;
const CM = 100;

/** The figure as SVG: tones are the theme's, lengths in centimetres, so that it prints and turns with the theme. */
export function FigureSvg(props: FigureSvgProps) {
  const { layers, azimuth, frame, label, marks = [], arrow, className, isSmall = false, children } = props;
  const left = (frame.left - MARGIN_M) * CM;
  const top = -(frame.top + MARGIN_M) * CM;
  const width = (frame.right - frame.left + 2 * MARGIN_M) * CM;
  const height = (frame.top - frame.bottom + 2 * MARGIN_M) * CM;
  return (
    <svg
      viewBox={`${left} ${top} ${width} ${height}`}
      className={clsx('figure', className)}
      style={{ aspectRatio: width / height }}
      // What is laid over it can be taken hold of: a picture has no parts.
      role={label ? (children ? 'group' : 'img') : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    >
      <line x1={left} x2={left + width} y1={0} y2={0} className="figure-floor" />
      {layers.map(({ rep, posture, isFaint }, at) => (
        <g key={at} transform={`scale(${PATH_CM})`} className={isFaint ? 'figure-faint' : undefined}>
          {draw(rep, posture, azimuth).map(({ outline, tone, depth }, i) => (
            <path key={i} d={pathOf(outline)} className={`tone-${tone} depth-${depth}`} />
          ))}
        </g>
      ))}
      {marks.map((mark, i) => (
        <MarkLines
          key={i}
          mark={mark}
          size={Math.max(width, height * 0.83) * (isSmall ? 0.1 : 0.06)}
          hasFigures={!isSmall || mark.kind === 'angle'}
        />
      ))}
      {arrow && <FaultArrow {...arrow} />}
      {children}
    </svg>
  );
}

function at([x, y]: Point): string {
  return `${(x * CM).toFixed(2)} ${(-y * CM).toFixed(2)}`;
}

/** A checkpoint: an angle with its degrees, a line through what should stand in one, or a plumb line. */
function MarkLines({ mark, size, hasFigures }: { mark: Mark; size: number; hasFigures: boolean }) {
  const points = mark.points;
  if (mark.kind === 'angle') {
    const [a, corner, b] = points as readonly [Point, Point, Point];
    // The figure stands outside the bend.
    const away: Point = [corner[0] * 2 - (a[0] + b[0]) / 2, corner[1] * 2 - (a[1] + b[1]) / 2];
    const length = Math.hypot(away[0] - corner[0], away[1] - corner[1]) || 1;
    const beside = size * 0.017;
    const x = (corner[0] + ((away[0] - corner[0]) / length) * beside) * CM;
    const y = -(corner[1] + ((away[1] - corner[1]) / length) * beside) * CM;
    return (
      <g className="figure-mark">
        <path d={`M${at(a)}L${at(corner)}L${at(b)}`} />
        <text x={x} y={y} fontSize={size} textAnchor={away[0] < corner[0] ? 'end' : 'start'} dominantBaseline="middle">
          {Math.round(mark.deg)}°
        </text>
      </g>
    );
  }
  const [first] = points as readonly [Point, ...Point[]];
  const last = points.at(-1)!;
  if (mark.kind === 'line') {
    return (
      <g className="figure-mark">
        <path d={`M${at(first)}L${at(last)}`} />
        {points.map((point, i) => (
          <circle key={i} cx={point[0] * CM} cy={-point[1] * CM} r={size * 0.16} />
        ))}
        {hasFigures && points.length > 2 && <Off at={points[1]!} cm={mark.offCm} size={size} />}
      </g>
    );
  }
  const [low, high] = first[1] < last[1] ? [first, last] : [last, first];
  return (
    <g className="figure-mark">
      <path d={`M${at(low)}L${at([low[0], high[1] + 0.08])}`} strokeDasharray="3 3" />
      <circle cx={first[0] * CM} cy={-first[1] * CM} r={size * 0.16} />
      <circle cx={last[0] * CM} cy={-last[1] * CM} r={size * 0.16} />
      {hasFigures && <Off at={last} cm={mark.offCm} size={size} />}
    </g>
  );
}

/** How far something is off its line, beside it. */
function Off({ at: [x, y], cm, size }: { at: Point; cm: number; size: number }) {
  return (
    <text x={x * CM + size * 0.5} y={-y * CM - size * 0.6} fontSize={size * 0.85}>
      {Math.round(cm)} cm
    </text>
  );
}

/** From where it should be to where it is, ending beside the place so that it doesn't hide it. */
function FaultArrow({ from, to, isRisk }: { from: Point; to: Point; isRisk: boolean }) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  // A short way is drawn longer, or the arrow would be all head.
  const reach = Math.max(length, 0.14);
  const start: Point = [to[0] - ux * reach, to[1] - uy * reach];
  const wing = (turn: number): Point => [to[0] - ux * 0.075 + -uy * turn * 0.05, to[1] - uy * 0.075 + ux * turn * 0.05];
  const neck: Point = [to[0] - ux * 0.06, to[1] - uy * 0.06];
  return (
    <g className={isRisk ? 'figure-arrow figure-arrow-risk' : 'figure-arrow'}>
      <path d={`M${at(start)}L${at(neck)}`} className="figure-shaft" />
      <path d={`M${at(to)}L${at(wing(1))}L${at(wing(-1))}Z`} className="figure-head" />
    </g>
  );
}
