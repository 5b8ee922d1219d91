import {
  HELD_THINGS,
  PHASES_OF_RHYTHM,
  VIEWS,
  withFields,
  type BasePose,
  type FigureDocument,
  type HeldThing,
  type MovementDocument,
  type Part,
  type Phase,
  type View,
} from '@waxwing/core/movement';
import {
  AVERAGE_BUILD,
  AZIMUTHS,
  Grip,
  HANDLES,
  JOINTS,
  angleIn,
  figureErrorText,
  figureSourceOf,
  frameOf,
  joinFrames,
  limitsOf,
  ownAngles,
  solveStills,
  withAngles,
  type Azimuth,
  type Handle,
  type Posture,
  type Rep,
} from '@waxwing/core/figure';
import { X } from 'lucide-react';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { Choice } from '../../../shared/Choice.tsx';
import { FigureSvg } from '../../../shared/figure/FigureSvg.tsx';
import { tellingPhase } from '../../../shared/figure/PhaseStill.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { Chips } from './Chips.tsx';
import { EditableNumber } from './EditableNumber.tsx';
import { movementsFound, type Editor } from './editor.ts';

interface PosePanelProps {
  readonly document: MovementDocument;
  readonly editor: Editor;
}

/** The figure while it is posed: pulled by its joints, or set by sliders; what touches stays where it touches. */
export function PosePanel({ document, editor }: PosePanelProps) {
  const { figure } = document;
  return (
    <section aria-label="Pose" className="bg-base-200 min-w-0 order-last rounded-2xl p-3 contain-content lg:order-none">
      {figure ? <Posing document={document} figure={figure} editor={editor} /> : <NoFigure document={document} editor={editor} />}
    </section>
  );
}

function useFigure({ hands }: Editor) {
  return (change: (figure: FigureDocument) => FigureDocument) =>
    hands.change((before) => (before.figure ? { ...before, figure: change(before.figure) } : before));
}

/** A movement without a figure: begun from a base pose, or as another one is. */
function NoFigure({ document, editor }: PosePanelProps) {
  const { hands, library, lexicon } = editor;
  const begin = (figure: FigureDocument) => hands.change((before) => withFields(before, { figure, noFigure: undefined }));
  return (
    <>
      <h2 className="text-lg">No figure yet</h2>
      <p className="text-quiet text-sm">Begin with a pose that is near, or as in another movement.</p>
      <ul className="my-2 max-h-96 overflow-y-auto">
        {[...lexicon.basePoses.values()].map(({ id, words }) => (
          <li key={id}>
            <button
              type="button"
              className="hover:bg-base-100 min-h-11 w-full cursor-pointer rounded px-1 text-left leading-tight"
              onClick={() => begin({ base: id, keys: {} })}
            >
              {words}
            </button>
          </li>
        ))}
      </ul>
      <AddByTyping
        text="as in another movement"
        label="As in which movement"
        placeholder="a movement"
        find={(typed) => movementsFound(library, typed, [document.id]).filter(({ id }) => library.revision(id)?.document.figure)}
        onTake={(id) => begin(library.revision(id)!.document.figure!)}
      />
    </>
  );
}

/** A pose as it is drawn, or why it can’t be. */
type Posed =
  | { readonly rep: Rep; readonly grip: Grip; readonly problem: null }
  | { readonly rep: null; readonly grip: null; readonly problem: string };

function posed(document: MovementDocument, basePoses: ReadonlyMap<string, BasePose>, phase: Phase): Posed {
  const source = figureSourceOf(document)!;
  const answer = solveStills({ ...source, alternates: false }, { basePoses }, AVERAGE_BUILD);
  if (!answer.ok) return { rep: null, grip: null, problem: figureErrorText(answer.error) };
  return { rep: answer.rep, grip: new Grip(source, { basePoses }, AVERAGE_BUILD, phase), problem: null };
}

/** As the strip shows it; of what is written for one side, that side is the near one. */
function azimuthFor(view: View, { laterality }: Pick<MovementDocument, 'laterality'>): Azimuth {
  if (view !== 'side') return AZIMUTHS[view];
  return laterality === 'both' ? AZIMUTHS.right : AZIMUTHS.left;
}

interface PosingProps extends PosePanelProps {
  readonly figure: FigureDocument;
}

function Posing({ document, figure, editor }: PosingProps) {
  const { lexicon } = editor;
  const [phase, setPhase] = useState<Phase>(() => tellingPhase(document));
  const [view, setView] = useState<View>('side');
  const [asked, setAsked] = useState<string | null>(null);
  const setFigure = useFigure(editor);
  const phases = PHASES_OF_RHYTHM[document.rhythm];
  const at = phases.includes(phase) ? phase : phases[0]!;
  // Only what the pose rests on: typing a cue poses nothing anew.
  const { laterality, rhythm } = document;
  const { rep, grip, problem } = useMemo(
    () => posed({ figure, laterality, rhythm } as MovementDocument, lexicon.basePoses, at),
    [figure, laterality, rhythm, lexicon.basePoses, at],
  );
  // What can’t be posed shows the last that could.
  const [last, setLast] = useState(rep);
  if (rep && rep !== last) setLast(rep);
  const key = figure.keys[at];
  const said = ownAngles(key);
  const say = (angles: Readonly<Record<string, number>>) => {
    setAsked(null);
    setFigure((before) => ({ ...before, keys: { ...before.keys, [at]: withAngles(before.keys[at], angles) } }));
  };
  const posture = rep?.keys.find((each) => each.phase === at)?.posture;
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-x-2">
        <Choice
          isQuiet
          label="Which moment is posed"
          none="moment"
          value={at}
          options={phases.map((value) => ({ value, text: PHASE_NAMES[value].toLowerCase() }))}
          onChoose={(value) => value && setPhase(value as Phase)}
        />
        <Chips
          label="From where"
          options={VIEWS.filter((each) => each !== 'rear').map((value) => ({ value, text: value }))}
          chosen={[view]}
          onToggle={setView}
        />
      </div>
      {last && (
        <Puppet
          // Another moment is taken hold of anew.
          key={`${at} ${view}`}
          rep={rep ?? last}
          posture={posture ?? last.keys[0]!.posture}
          grip={grip}
          azimuth={azimuthFor(view, document)}
          onPulled={say}
          onAsked={setAsked}
        />
      )}
      <p role="status" className="min-h-6 text-sm">
        {problem ?? asked ?? <span className="text-quiet">Pull a dot, or move it with the arrow keys.</span>}
      </p>
      {Object.entries(said).map(([joint, deg]) => (
        <JointSlider
          key={joint}
          joint={joint}
          deg={deg}
          onChange={(next) => say({ ...said, [joint]: next })}
          onRemove={() => {
            const { [joint]: _gone, ...rest } = said;
            say(rest);
          }}
        />
      ))}
      <div className="flex flex-wrap items-center gap-x-3">
        <AddByTyping
          text="a joint"
          label="A joint"
          placeholder="knee flexion"
          find={(typed) =>
            JOINTS.filter((name) => !(name in said) && jointText(name).includes(typed.toLowerCase()))
              .slice(0, 8)
              .map((id) => ({ id, text: jointText(id) }))
          }
          onTake={(joint) => posture && say({ ...said, [joint]: Math.round(angleIn(posture, joint)) })}
        />
        {key && (
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            onClick={() =>
              setFigure((before) => {
                const { [at]: _gone, ...keys } = before.keys;
                return { ...before, keys };
              })
            }
          >
            let {PHASE_NAMES[at].toLowerCase()} come by itself
          </button>
        )}
      </div>
      <Holding {...{ document, figure, editor }} at={at} />
    </>
  );
}

function jointText(name: string): string {
  return name.replace(/\./g, ' ');
}

interface JointSliderProps {
  readonly joint: string;
  readonly deg: number;
  readonly onChange: (deg: number) => void;
  readonly onRemove: () => void;
}

function JointSlider({ joint, deg, onChange, onRemove }: JointSliderProps) {
  const [low, high] = limitsOf(joint) ?? [-180, 180];
  const text = jointText(joint);
  return (
    <div className="grid grid-cols-[1fr_auto] items-center">
      <label className="min-w-0">
        <span className="flex justify-between text-sm">
          {text}
          <span className="figures font-bold">
            {deg}°{(deg <= low || deg >= high) && ', its limit'}
          </span>
        </span>
        <input
          type="range"
          className="range range-xs w-full"
          min={low}
          max={high}
          value={deg}
          onChange={({ target }) => onChange(Number(target.value))}
        />
      </label>
      <button
        type="button"
        className="btn btn-ghost btn-square min-h-11"
        aria-label={`Say nothing of ${text}`}
        onClick={onRemove}
      >
        <X aria-hidden="true" size={16} />
      </button>
    </div>
  );
}

/** What the pose begins from, what the hands hold, and poses of other movements. */
function Holding({ document, figure, editor, at }: PosingProps & { readonly at: Phase }) {
  const { hands, lexicon, library } = editor;
  const setFigure = useFigure(editor);
  const set = (part: Part<FigureDocument>) => setFigure((before) => withFields(before, part));
  const { hold } = figure;
  const posable = (typed: string) =>
    movementsFound(library, typed, [document.id]).filter(({ id }) => library.revision(id)?.document.figure);
  return (
    <div className="border-base-300 mt-2 border-t pt-2">
      <Choice
        isQuiet
        label="What the pose begins from"
        none="base pose"
        value={figure.base}
        options={[...lexicon.basePoses.values()].map(({ id, words }) => ({ value: id, text: words }))}
        onChoose={(base) => base && set({ base })}
      />
      <div className="flex flex-wrap items-center gap-x-2">
        <Choice
          isQuiet
          label="What the hands hold"
          none="nothing in the hands"
          value={hold?.thing ?? null}
          options={HELD_THINGS.map((value) => ({ value, text: value }))}
          onChoose={(thing) => set({ hold: thing ? { kg: hold?.kg ?? 8, ...hold, thing: thing as HeldThing } : undefined })}
        />
        {hold && (
          <EditableNumber
            label="of"
            unit="kg"
            value={hold.kg}
            least={0}
            most={300}
            isWhole={false}
            onChange={(kg) => kg !== undefined && set({ hold: { ...hold, kg } })}
          />
        )}
      </div>
      <AddByTyping
        text="this moment as in another movement"
        label="This moment as in which movement"
        placeholder="a movement"
        find={posable}
        onTake={(id) => {
          const other = library.revision(id)!.document.figure!;
          const key = other.keys[at] ?? other.keys['set-up'];
          if (key) setFigure((before) => ({ ...before, keys: { ...before.keys, [at]: key } }));
        }}
      />
      <AddByTyping
        text="all of it as in another movement"
        label="All of it as in which movement"
        placeholder="a movement"
        find={posable}
        onTake={(id) => setFigure(() => library.revision(id)!.document.figure!)}
      />
      <button
        type="button"
        className="link min-h-11 cursor-pointer text-sm"
        onClick={() => hands.change((before) => withFields(before, { figure: undefined, noFigure: 'Not posed yet.' }))}
      >
        no figure
      </button>
    </div>
  );
}

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
function Puppet({ rep, posture: solved, grip, azimuth, onPulled, onAsked }: PuppetProps) {
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
