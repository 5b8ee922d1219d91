import {
  PHASES_OF_RHYTHM,
  VIEWS,
  withFields,
  type BasePose,
  type FigureDocument,
  type MovementDocument,
  type Part,
  type Phase,
  type View,
} from '@waxwing/core/movement';
import {
  basePoseOf,
  AVERAGE_BUILD,
  AZIMUTHS,
  Grip,
  JOINTS,
  angleIn,
  anglesOf,
  figureErrorText,
  figureSourceOf,
  limitsOf,
  solveStills,
  withAngles,
  type Azimuth,
  type Posture,
  type Rep,
} from '@waxwing/core/figure';
import { useMemo, useState } from 'react';
import { Choice } from '../../../shared/Choice.tsx';
import { tellingPhase } from '../../../shared/figure/PhaseStill.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { Chips } from './Chips.tsx';
import { EditableNumber } from './EditableNumber.tsx';
import { EditableText } from './EditableText.tsx';
import { withWord } from './draft.ts';
import { movementsFound, type Editor } from './editor.ts';
import { JointSlider, jointText } from './JointSlider.tsx';
import { BasePoses, HeldThings, heldText, Pictures } from './PosePictures.tsx';
import { Puppet } from './Puppet.tsx';

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
  const { hands, library } = editor;
  const begin = (figure: FigureDocument) => hands.change((before) => withFields(before, { figure, noFigure: undefined }));
  return (
    <>
      <h2 className="text-lg">No figure yet</h2>
      <EditableText
        label="Why it has no figure"
        value={document.noFigure ?? ''}
        most={240}
        empty="why it has none"
        className="text-sm"
        problem={document.noFigure !== undefined && document.noFigure.trim().length < 8 ? 'Eight letters at least.' : null}
        onChange={(noFigure) =>
          hands.change((before) => withFields(before, { noFigure: noFigure === '' ? undefined : noFigure }))
        }
      />
      <p className="text-quiet text-sm">Or begin with a pose that is near, or as in another movement.</p>
      <BasePoses editor={editor} chosen={null} onTake={(base) => begin({ base, keys: {} })} />
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
  const said = anglesOf(key);
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
          limits={limitsOf(joint) ?? [-180, 180]}
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
      <Holding {...{ document, figure, editor }} at={at} posture={posture} />
    </>
  );
}

interface HoldingProps extends PosingProps {
  readonly at: Phase;
  /** Nothing while it can’t be posed. */
  readonly posture: Posture | undefined;
}

/** What the pose begins from, what the hands hold, and poses of other movements. */
function Holding({ document, figure, editor, at, posture }: HoldingProps) {
  const { hands, lexicon, library } = editor;
  const setFigure = useFigure(editor);
  const set = (part: Part<FigureDocument>) => setFigure((before) => withFields(before, part));
  const { hold } = figure;
  const posable = (typed: string) =>
    movementsFound(library, typed, [document.id]).filter(({ id }) => library.revision(id)?.document.figure);
  return (
    <div className="border-base-300 mt-2 border-t pt-2">
      <Pictures summary={`begins ${lexicon.basePoses.get(figure.base)?.words ?? figure.base}`}>
        <BasePoses editor={editor} chosen={figure.base} onTake={(base) => set({ base })} />
      </Pictures>
      <Pictures summary={hold ? `holds: ${heldText(hold.thing)}` : 'nothing in the hands'}>
        <HeldThings
          {...{ document, figure, editor }}
          onTake={(thing) => set({ hold: thing ? { kg: hold?.kg ?? 8, ...hold, thing } : undefined })}
        />
      </Pictures>
      <div className="flex flex-wrap items-center gap-x-2">
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
      <AddByTyping
        text="keep this moment as a base pose"
        label="What the base pose is called"
        placeholder="standing, one hand on a rail"
        most={80}
        problemOf={(words) => (words.length < 2 ? 'Two letters at least.' : null)}
        newText={(words) => `keep it as “${words}”`}
        onNew={(words) => {
          if (words.length < 2 || !posture) return;
          const moment = { phase: at, posture };
          const pose = basePoseOf(document, lexicon.basePoses.get(figure.base), moment, words, (id) => lexicon.basePoses.has(id));
          hands.changeDraft((draft) => withWord(draft, 'basePoses', pose));
        }}
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
