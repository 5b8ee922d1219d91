import {
  HANDS_KEY,
  formatText,
  type HourTimes,
  type Plan,
  type PlanContext,
  type SharedUse,
  type Step,
  type Unrolled,
} from '@waxwing/core/planning';
import { clsx } from 'clsx';
import { memo, useId, useMemo, useRef, useState, type PointerEvent } from 'react';
import { timeOfDay } from '../../shared/dates.ts';
import { PART_NAMES } from './planWords.ts';

interface ScoreProps {
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly unrolled: Unrolled;
  readonly times: HourTimes;
  readonly uses: readonly SharedUse[];
  /** Minutes after midnight at which it begins; counted from 0 when nobody has booked it. */
  readonly startMinute: number | null;
  readonly currentItemId: string | null;
  readonly onItem: (itemId: string) => void;
  readonly onBlock: (blockId: string) => void;
  /** A block's edge was dragged: it should take about so long. */
  readonly onStretch: (blockId: string, seconds: number) => void;
}

const WIDTH = 1060;
const NAMES = 116;
const BRACES = 44;
const AXIS = 26;
const STAVE = 40;
const THIN = 19;
/** Those that clash come first, then those that several want; more would be a list of kit. */
const THINGS_MOST = 4;

/** The hour to scale: a stave a person, a stave a thing that is shared; what is tapped is gone to. */
export function Score(props: ScoreProps) {
  const { plan, context, unrolled, times, uses, startMinute, currentItemId, onItem, onBlock, onStretch } = props;
  const hatch = useId();
  const svg = useRef<SVGSVGElement>(null);
  const [pulled, setPulled] = useState<{ blockId: string; seconds: number } | null>(null);
  const end = Math.max(plan.minutes * 60, Math.ceil(unrolled.seconds / 300) * 300, 300);
  const scale = (WIDTH - NAMES - 14) / end;
  const x = (seconds: number) => NAMES + seconds * scale;
  const isHands = ({ key }: SharedUse) => key === HANDS_KEY;
  const shown = [...uses.filter((use) => !isHands(use)).slice(0, THINGS_MOST), ...uses.filter(isHands)];
  const laneY = (at: number) => BRACES + AXIS + at * STAVE;
  const thingY = (at: number) => laneY(plan.lanes.length) + 4 + at * THIN;
  const height = thingY(shown.length) + 8;
  const clashes = [
    ...new Set(shown.flatMap(({ spans }) => spans.flatMap(({ isClash, fromSeconds }) => (isClash ? [fromSeconds] : [])))),
  ];
  const ticks = Array.from({ length: Math.floor(end / 300) + 1 }, (_, at) => at * 300);
  const labelled = end > 5400 ? 1800 : 900;

  const secondsAt = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return ((event.clientX - box.left) / box.width) * WIDTH;
  };
  const follow = (blockId: string, from: number) => ({
    onPointerDown: (event: PointerEvent<SVGRectElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      setPulled({ blockId, seconds: Math.max(5, (secondsAt(event) - x(from)) / scale) });
    },
    onPointerMove: (event: PointerEvent<SVGRectElement>) => {
      if (pulled?.blockId === blockId) setPulled({ blockId, seconds: Math.max(5, (secondsAt(event) - x(from)) / scale) });
    },
    onPointerUp: () => {
      if (pulled) onStretch(pulled.blockId, pulled.seconds);
      setPulled(null);
    },
    onPointerCancel: () => setPulled(null),
  });

  return (
    <div className="overflow-x-auto print:overflow-visible">
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="block w-full min-w-[46rem]"
        role="group"
        aria-label={`The hour: ${Math.round(unrolled.seconds / 60)} of ${plan.minutes} minutes`}
      >
        <defs>
          <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
            <rect width="2.2" height="5" className="fill-secondary" />
          </pattern>
        </defs>
        {plan.blocks.map((block) => {
          const span = unrolled.blocks.find(({ blockId }) => blockId === block.blockId);
          if (!span || span.seconds === 0) return null;
          const [from, to] = [x(span.fromSeconds) + 1, x(span.fromSeconds + span.seconds) - 1];
          const isCurrent = block.items.some(({ itemId }) => itemId === currentItemId);
          const name = block.name ?? (block.part === 'main' ? formatText(block) : PART_NAMES[block.part]);
          const wide = to - from;
          return (
            <g key={block.blockId}>
              <path
                d={`M${from} ${BRACES - 2}V${BRACES - 8}H${to}V${BRACES - 2}`}
                fill="none"
                className="stroke-base-content"
                strokeWidth="1"
              />
              {isCurrent && (
                <rect
                  x={(from + to) / 2 - Math.min(52, wide / 2)}
                  y={BRACES - 12}
                  width={Math.min(104, wide)}
                  height="4"
                  className="fill-accent"
                />
              )}
              <g
                role="button"
                tabIndex={0}
                aria-label={`Go to ${name}`}
                className="cursor-pointer"
                onClick={() => onBlock(block.blockId)}
                onKeyDown={(event) => event.key === 'Enter' && onBlock(block.blockId)}
              >
                <rect x={from} y={BRACES - 38} width={Math.max(6, wide)} height="36" fill="transparent" />
                {wide > 34 && (
                  <text
                    x={(from + to) / 2}
                    y={BRACES - 18}
                    textAnchor="middle"
                    className="fill-base-content text-[13px] font-bold"
                  >
                    {fitted(name, wide)}
                  </text>
                )}
              </g>
              <rect
                x={to - 9}
                y={BRACES - 12}
                width="18"
                height={laneY(plan.lanes.length) - BRACES + 12}
                fill="transparent"
                className="cursor-ew-resize touch-none"
                data-stretch={block.blockId}
                {...follow(block.blockId, span.fromSeconds)}
              >
                <title>{`Drag for a longer or shorter ${name}`}</title>
              </rect>
              {pulled?.blockId === block.blockId && (
                <line
                  x1={x(span.fromSeconds + pulled.seconds)}
                  x2={x(span.fromSeconds + pulled.seconds)}
                  y1={BRACES - 14}
                  y2={height}
                  className="stroke-accent pointer-events-none"
                  strokeWidth="3"
                />
              )}
            </g>
          );
        })}
        {ticks.map((seconds) => (
          <g key={seconds}>
            <line
              x1={x(seconds)}
              x2={x(seconds)}
              y1={BRACES + (seconds % labelled === 0 ? 15 : 19)}
              y2={BRACES + AXIS}
              className="stroke-secondary"
              strokeWidth="1"
            />
            {seconds % labelled === 0 && (
              <text
                x={x(seconds)}
                y={BRACES + 11}
                textAnchor={seconds === end ? 'end' : 'middle'}
                className="figures fill-secondary text-[13px]"
              >
                {startMinute === null ? `${seconds / 60} min` : timeOfDay((startMinute + seconds / 60) % 1440)}
              </text>
            )}
          </g>
        ))}
        {plan.minutes * 60 < end && (
          <line
            x1={x(plan.minutes * 60)}
            x2={x(plan.minutes * 60)}
            y1={BRACES + AXIS}
            y2={laneY(plan.lanes.length)}
            className="stroke-accent"
            strokeWidth="3"
          />
        )}
        {plan.lanes.map(({ laneId }, at) => (
          <g key={laneId}>
            <text x={NAMES - 10} y={laneY(at) + 20} textAnchor="end" className="fill-base-content text-[14px] font-bold">
              {fitted(context.lane(laneId).name, NAMES - 8)}
            </text>
            <line x1={NAMES} x2={x(end)} y1={laneY(at) + 16} y2={laneY(at) + 16} className="stroke-base-300" strokeWidth="1.5" />
            {times.lanes.get(laneId)!.until > 0 && (
              <Stave
                steps={unrolled.steps}
                laneId={laneId}
                plan={plan}
                y={laneY(at)}
                scale={scale}
                hatch={hatch}
                currentItemId={currentItemId}
                onItem={onItem}
              />
            )}
          </g>
        ))}
        {shown.map(({ key, name, spans }, at) => (
          <g key={key}>
            <text x={NAMES - 10} y={thingY(at) + 11} textAnchor="end" className="fill-secondary text-[11px]">
              {fitted(name.replace(/^(a|an|one|two|the) /, ''), (NAMES - 10) * 1.25)}
            </text>
            <line x1={NAMES} x2={x(end)} y1={thingY(at) + 7} y2={thingY(at) + 7} className="stroke-base-300" strokeWidth="1" />
            {spans.map(({ fromSeconds, toSeconds, isClash }) => (
              <rect
                key={fromSeconds}
                x={x(fromSeconds)}
                y={thingY(at) + 2}
                width={Math.max(1.5, (toSeconds - fromSeconds) * scale)}
                height="10"
                rx="2"
                className={isClash ? 'fill-accent' : 'fill-base-300'}
              />
            ))}
          </g>
        ))}
        {clashes.slice(0, 3).map((fromSeconds) => (
          <line
            key={fromSeconds}
            x1={x(fromSeconds)}
            x2={x(fromSeconds)}
            y1={laneY(0) - 4}
            y2={height - 4}
            className="stroke-accent pointer-events-none"
            strokeWidth="2.5"
          />
        ))}
      </svg>
    </div>
  );
}

interface StaveProps {
  readonly steps: readonly Step[];
  readonly laneId: string;
  readonly plan: Plan;
  readonly y: number;
  readonly scale: number;
  readonly hatch: string;
  readonly currentItemId: string | null;
  readonly onItem: (itemId: string) => void;
}

/** Work is filled, a hold in juniper, changing over hatched, being shown something dashed. */
const Stave = memo(function Stave({ steps, laneId, plan, y, scale, hatch, currentItemId, onItem }: StaveProps) {
  const soft = useMemo(
    () => new Set(plan.blocks.flatMap(({ part, blockId }) => (part === 'warm-up' || part === 'cool-down' ? [blockId] : []))),
    [plan.blocks],
  );
  const own = steps.filter((step) => step.laneId === laneId && step.kind !== 'rest' && step.kind !== 'wait');
  return own.map(({ id, kind, itemId, blockId, fromSeconds, seconds, document, work }) => {
    const isHold = document?.rhythm === 'hold';
    const box = { x: NAMES + fromSeconds * scale, width: Math.max(1, seconds * scale - 0.5) };
    if (kind === 'change') return <rect key={id} {...box} y={y + 6} height="20" fill={`url(#${hatch})`} />;
    if (kind === 'brief' || kind === 'show') {
      return (
        <rect
          key={id}
          {...box}
          y={y + 5}
          height="22"
          rx="2"
          fill="none"
          className="stroke-secondary"
          strokeDasharray="2.5 2"
          strokeWidth="1.2"
        />
      );
    }
    return (
      <rect
        key={id}
        {...box}
        y={y + 4}
        height="24"
        rx="2"
        data-item={itemId ?? undefined}
        className={clsx(
          'cursor-pointer',
          soft.has(blockId) || work?.isRamp ? 'fill-secondary' : isHold ? 'fill-success' : 'fill-base-content',
          itemId === currentItemId && itemId !== null && 'stroke-accent',
        )}
        strokeWidth={itemId === currentItemId ? 2.5 : 0}
        onClick={() => itemId && onItem(itemId)}
      />
    );
  });
});

/** About as much of a text as stands in so many units. */
function fitted(text: string, width: number): string {
  const most = Math.max(3, Math.floor(width / 7));
  return text.length <= most ? text : `${text.slice(0, most - 1)}…`;
}
