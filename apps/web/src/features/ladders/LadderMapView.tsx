import {
  BaseEdge,
  Handle,
  MarkerType,
  Position,
  ReactFlow,
  ReactFlowProvider,
  useReactFlow,
  type Edge,
  type EdgeProps,
  type Node,
  type NodeProps,
} from '@xyflow/react';
import '@xyflow/react/dist/base.css';
import { lowerFirst, type MovementDocument } from '@waxwing/core/movement';
import type { Ladder, Step } from '@waxwing/core/ladder';
import clsx from 'clsx';
import { Lock, ZoomIn, ZoomOut } from 'lucide-react';
import { createContext, useContext, useEffect, useMemo, useRef, type KeyboardEvent } from 'react';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { useSeen } from '../../shared/figure/useSeen.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { NODE, layoutFamily, type LadderMap, type Placed } from './layout.ts';
import type { RungMarks } from './marks.ts';
import { routePath, routesOf } from './routes.ts';

interface LadderMapViewProps {
  readonly library: IndexedLibrary;
  readonly documents: readonly MovementDocument[];
  readonly columns: number;
  readonly picked: string;
  readonly onPick: (movementId: string) => void;
  readonly onOpen: (movementId: string) => void;
  readonly marks: RungMarks;
  /** Movements on the way to the goal. */
  readonly way: ReadonlySet<string>;
}

const MapContext = createContext<LadderMapViewProps | null>(null);

type RungNode = Node<{ readonly placed: Placed }, 'rung'>;

const NODE_TYPES = { rung: Rung };

type StepEdge = Edge<{ readonly path: string }, 'step'>;

const EDGE_TYPES = { step: StepLine };

/** A family's ladder drawn: figures on the rungs, harder to the right. Arrow keys walk it, Enter opens. */
export function LadderMapView(props: LadderMapViewProps) {
  const { documents, columns } = props;
  const map = useMemo(() => layoutFamily(documents, columns), [documents, columns]);
  return (
    <MapContext.Provider value={props}>
      <ReactFlowProvider>
        <Drawn map={map} {...props} />
      </ReactFlowProvider>
    </MapContext.Provider>
  );
}

function Drawn({ map, way, ...props }: LadderMapViewProps & { readonly map: LadderMap }) {
  const { zoomIn, zoomOut, setViewport } = useReactFlow();
  const frame = useRef<HTMLDivElement>(null);
  const nodes = useMemo(
    () =>
      map.placed.map((placed): RungNode => ({
        id: placed.id,
        type: 'rung',
        position: { x: placed.x, y: placed.y + NODE.top },
        data: { placed },
        width: NODE.width,
        height: NODE.height,
        draggable: false,
      })),
    [map],
  );
  const edges = useMemo(
    () =>
      routesOf(map.placed, map.drawn).map(({ step, points }): StepEdge => {
        const isOnWay = way.has(step.from) && way.has(step.to);
        return {
          id: `${step.from}>${step.to}`,
          source: step.from,
          target: step.to,
          type: 'step',
          data: { path: routePath(points) },
          className: clsx(step.sideBranch && 'side-branch', isOnWay && 'on-way'),
          markerEnd: { type: MarkerType.ArrowClosed, width: 14, height: 14 },
        };
      }),
    [map, way],
  );
  const walk = (event: KeyboardEvent) => {
    const next = neighbour(map, props.library.ladder, props.picked, event.key);
    if (next) {
      event.preventDefault();
      props.onPick(next);
      frame.current?.querySelector<HTMLElement>(`[data-rung="${CSS.escape(next)}"]`)?.focus();
    }
  };
  return (
    <div
      ref={frame}
      className="ladder-map relative"
      style={{ height: map.height + NODE.top }}
      onKeyDown={walk}
      role="group"
      aria-label="Ladder map"
    >
      <ReactFlow
        nodes={nodes}
        edges={edges}
        nodeTypes={NODE_TYPES}
        edgeTypes={EDGE_TYPES}
        nodesDraggable={false}
        nodesConnectable={false}
        nodesFocusable={false}
        edgesFocusable={false}
        elementsSelectable={false}
        disableKeyboardA11y
        preventScrolling={false}
        zoomOnScroll={false}
        zoomOnDoubleClick={false}
        minZoom={0.4}
        maxZoom={2}
        proOptions={{ hideAttribution: true }}
        translateExtent={[
          [-60, -20],
          [map.width + 60, map.height + 60],
        ]}
      >
        {map.bands.map((band) => (
          <BandHeading key={band.y} y={band.y} text={`rungs ${band.firstRung + 1} to ${band.lastRung + 1}`} />
        ))}
        {map.looseY !== null && <BandHeading y={map.looseY} text="on their own: no rung before or after" />}
      </ReactFlow>
      <div className="absolute -top-14 right-0 z-10 flex gap-1">
        <button type="button" className="btn btn-ghost btn-square" aria-label="Smaller" onClick={() => void zoomOut()}>
          <ZoomOut aria-hidden="true" size={18} />
        </button>
        <button type="button" className="btn btn-ghost btn-square" aria-label="Larger" onClick={() => void zoomIn()}>
          <ZoomIn aria-hidden="true" size={18} />
        </button>
        <button
          type="button"
          className="btn btn-ghost min-h-11 font-normal"
          onClick={() => void setViewport({ x: 0, y: 0, zoom: 1 })}
        >
          as it was
        </button>
      </div>
    </div>
  );
}

function StepLine({ data, markerEnd }: EdgeProps<StepEdge>) {
  return <BaseEdge path={data!.path} {...(markerEnd && { markerEnd })} />;
}

/** Over each line of the map; moves and grows with it. */
function BandHeading({ y, text }: { y: number; text: string }) {
  return (
    <div className="react-flow__viewport-portal pointer-events-none absolute top-0 left-0">
      <p className="text-quiet text-sm" style={{ transform: `translate(0, ${y}px)` }}>
        {text}
      </p>
    </div>
  );
}

/** Where an arrow key leads from a movement; `null` when nowhere. */
function neighbour(map: LadderMap, ladder: Ladder, from: string, key: string): string | null {
  const here = map.placed.find(({ id }) => id === from);
  if (!here) return null;
  const isHere = (id: string) => map.placed.some((each) => each.id === id);
  const mainFirst = <T extends { readonly sideBranch: boolean }>(steps: readonly T[]) =>
    [...steps].sort((a, b) => Number(a.sideBranch) - Number(b.sideBranch));
  if (key === 'ArrowRight') return mainFirst(ladder.harderFrom(from)).find(({ to }) => isHere(to))?.to ?? beside(map, here, 1);
  if (key === 'ArrowLeft')
    return mainFirst(ladder.easierFrom(from)).find((step) => isHere(step.from))?.from ?? beside(map, here, -1);
  if (key !== 'ArrowUp' && key !== 'ArrowDown') return null;
  const down = key === 'ArrowDown';
  const others = map.placed.filter(({ y }) => (down ? y > here.y : y < here.y));
  const distance = (each: Placed) => Math.abs(each.y - here.y) + 2 * Math.abs(each.x - here.x);
  return others.sort((a, b) => distance(a) - distance(b))[0]?.id ?? null;
}

/** Among those that stand on their own, the next in the row. */
function beside(map: LadderMap, here: Placed, by: 1 | -1): string | null {
  if (map.looseY === null || here.y < map.looseY) return null;
  return map.placed[map.placed.indexOf(here) + by]?.id ?? null;
}

/** So many fit beside a figure; all of them stand below when the rung is picked. */
const LEVERS_AT_ONCE = 2;

/** How the way that most people take leads here: of the main line’s steps the shortest in levers, else of a side branch’s. */
function mainLevers(steps: readonly Step[]): readonly string[] {
  const ways = steps.some(({ sideBranch }) => !sideBranch) ? steps.filter(({ sideBranch }) => !sideBranch) : steps;
  return [...ways].sort((a, b) => a.levers.length - b.levers.length)[0]?.levers ?? [];
}

function Rung({ data: { placed } }: NodeProps<RungNode>) {
  const { library, documents, picked, onPick, onOpen, marks, way } = useContext(MapContext)!;
  const document = documents.find(({ id }) => id === placed.id)!;
  const { ref, isSeen } = useSeen<HTMLButtonElement>();
  const isPicked = picked === placed.id;
  useEffect(() => {
    if (isPicked) ref.current?.scrollIntoView({ block: 'nearest' });
  }, [isPicked, ref]);
  const levers = [...new Set(library.ladder.easierFrom(placed.id).flatMap((step) => step.levers))];
  const { mark, people, obstacle } = marks.of(placed.id);
  const leverName = (lever: string) => library.lexicon.levers.get(lever)?.name ?? lever;
  const leverText = levers.map(leverName).join(', ');
  const main = mainLevers(library.ladder.easierFrom(placed.id));
  const more = main.length > LEVERS_AT_ONCE ? ` +${main.length - LEVERS_AT_ONCE}` : '';
  const label = main.slice(0, LEVERS_AT_ONCE).map(leverName).join(', ') + more;
  return (
    <button
      ref={ref}
      type="button"
      data-rung={placed.id}
      tabIndex={isPicked ? 0 : -1}
      aria-pressed={isPicked}
      aria-label={[document.name, leverText && `by ${leverText}`, mark, obstacle].filter(Boolean).join(', ')}
      className={clsx(
        'nodrag nopan pointer-events-auto scroll-mt-28 scroll-mb-[34vh] flex h-full w-full cursor-pointer flex-col items-center px-1 pb-1 text-center',
        isPicked && 'bg-base-200',
      )}
      onClick={() => onPick(placed.id)}
      onDoubleClick={() => onOpen(placed.id)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        // Else the press would pick it too, and stay on this page.
        event.preventDefault();
        onOpen(placed.id);
      }}
    >
      <Handle type="target" position={Position.Left} isConnectable={false} />
      <span className="text-quiet block h-4 w-full shrink-0 truncate text-[0.78rem] leading-4" title={leverText}>
        {placed.after.length > 0 ? `after ${lowerFirst(library.nameOf(placed.after[0]!))}` : label}
      </span>
      <span className={clsx('flex h-14 min-h-0 w-full items-end justify-center', obstacle && 'opacity-45')}>
        {isSeen && (
          <PhaseStill
            document={document}
            lexicon={library.lexicon}
            phase={tellingPhase(document)}
            className="max-h-full max-w-full"
          />
        )}
      </span>
      <span className="mt-0.5 shrink-0 text-[0.9rem] leading-[1.05rem] font-bold">
        <span className={clsx('box-decoration-clone', way.has(placed.id) && 'tail')}>{document.name}</span>
      </span>
      <span className="flex shrink-0 items-center gap-1 text-[0.8rem] leading-4">
        {obstacle && <Lock aria-hidden="true" size={12} />}
        {mark && <span className={mark === 'clean' || mark === 'owned' ? 'text-success font-bold' : 'text-quiet'}>{mark}</span>}
        {people.length > 0 && <span className="text-quiet">{people.join(' ')}</span>}
      </span>
      <Handle type="source" position={Position.Right} isConnectable={false} />
    </button>
  );
}
