import {
  withFault,
  type FaultChange,
  type FaultMove,
  type FigureDocument,
  type MovementDocument,
  type MovementFault,
} from '@waxwing/core/movement';
import {
  AVERAGE_BUILD,
  AZIMUTHS,
  FAULT_STRENGTHS,
  Grip,
  JOINTS,
  faultAngles,
  figureErrorText,
  figureSourceOf,
  figureWithFault,
  shownFault,
  solveStills,
  type FaultStrength,
  type Posture,
  type Rep,
} from '@waxwing/core/figure';
import { useMemo, useState } from 'react';
import { FaultStill } from '../../../shared/figure/FaultStill.tsx';
import { useRep } from '../../../shared/figure/useRep.ts';
import { AddByTyping } from './AddByTyping.tsx';
import { withWord } from './draft.ts';
import { EditableNumber } from './EditableNumber.tsx';
import type { Editor } from './editor.ts';
import { JointSlider, jointText } from './JointSlider.tsx';
import { Puppet } from './Puppet.tsx';

interface FaultPoseProps {
  readonly document: MovementDocument;
  readonly fault: MovementFault;
  readonly name: string;
  readonly editor: Editor;
}

const NOTHING: FaultChange = { angles: {} };
const STRENGTHS = Object.keys(FAULT_STRENGTHS) as FaultStrength[];
/** More than this no fault bends a joint beside where it should be. */
const MOST_DEG = 90;
const MOVES_MOST = 6;

/** How a fault looks on the figure, over the good rep: pulled, or set by sliders, and shown in its three strengths. */
export function FaultPose(props: FaultPoseProps) {
  const [isOpen, setOpen] = useState(false);
  if (!props.document.figure) return null;
  return (
    <details open={isOpen} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer px-1 py-2 text-sm">how it looks on the figure</summary>
      {isOpen && <Looks {...props} figure={props.document.figure} />}
    </details>
  );
}

function Looks({ document, fault, name, editor, figure }: FaultPoseProps & { readonly figure: FigureDocument }) {
  const { hands, lexicon } = editor;
  const type = lexicon.faultTypes.get(fault.type);
  const change = fault.change ?? type?.change ?? NOTHING;
  const set = (next: FaultChange | undefined) => hands.change((before) => withFault(before, fault.id, { change: next }));
  const shown = useMemo(() => shownFault(fault, lexicon), [fault, lexicon]);
  const { problem } = useRep(document, lexicon, { stillsOnly: true, fault: shown });
  return (
    <div className="bg-base-200 rounded-xl p-2">
      <div className="flex justify-around gap-2">
        {STRENGTHS.map((strength) => (
          <figure key={strength} className="grid justify-items-center">
            <FaultStill document={document} lexicon={lexicon} fault={fault} strength={strength} className="h-28 max-w-full" />
            <figcaption className="text-quiet text-sm">{strength}</figcaption>
          </figure>
        ))}
      </div>
      {problem && (
        <p role="alert" className="text-sm font-bold">
          {problem}
        </p>
      )}
      <Pulling {...{ document, fault, figure, editor, change }} onAngles={(angles) => set({ ...change, angles })} />
      {Object.entries(change.angles).map(([joint, deg]) => (
        <JointSlider
          key={joint}
          joint={joint}
          deg={deg}
          limits={[-MOST_DEG, MOST_DEG]}
          onChange={(next) => set({ ...change, angles: { ...change.angles, [joint]: next } })}
          onRemove={() => {
            const { [joint]: _gone, ...angles } = change.angles;
            set({ ...change, angles });
          }}
        />
      ))}
      <AddByTyping
        text="a joint that bends otherwise"
        where={`for ${name}`}
        label={`A joint that bends otherwise in ${name}`}
        placeholder="lumbar flexion"
        find={(typed) =>
          JOINTS.filter((joint) => !(joint in change.angles) && jointText(joint).includes(typed.toLowerCase()))
            .slice(0, 8)
            .map((id) => ({ id, text: jointText(id) }))
        }
        onTake={(joint) => set({ ...change, angles: { ...change.angles, [joint]: 10 } })}
      />
      <Moves name={name} moves={change.moves ?? []} onChange={(moves) => set(withMoves(change, moves))} />
      <div className="flex flex-wrap gap-x-4">
        {fault.change && type && (
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            onClick={() =>
              hands.changeDraft((draft) => {
                const known = editor.library.lexicon.faultTypes.get(type.id);
                const kept = withWord(draft, 'faultTypes', { ...type, change }, known);
                return { ...kept, document: withFault(kept.document, fault.id, { change: undefined }) };
              })
            }
          >
            so wherever “{type.name}” is seen
          </button>
        )}
        {fault.change && (
          <button type="button" className="link min-h-11 cursor-pointer text-sm" onClick={() => set(undefined)}>
            {type?.change ? `as “${type.name}” looks elsewhere` : 'not on the figure'}
          </button>
        )}
      </div>
    </div>
  );
}

function withMoves(change: FaultChange, moves: readonly FaultMove[]): FaultChange {
  const { moves: _, ...rest } = change;
  return moves.length > 0 ? { ...rest, moves: [...moves] } : rest;
}

interface PullingProps {
  readonly document: MovementDocument;
  readonly fault: MovementFault;
  readonly figure: FigureDocument;
  readonly editor: Editor;
  readonly change: FaultChange;
  readonly onAngles: (angles: FaultChange['angles']) => void;
}

/** The pose as the fault’s angles have it, with dots to pull it by. */
function Pulling({ document, fault, figure, editor: { lexicon }, change, onAngles }: PullingProps) {
  const [asked, setAsked] = useState<string | null>(null);
  const posed = useMemo(() => poseOf({ document, figure, fault, change }, lexicon), [document, figure, fault, change, lexicon]);
  if (!posed.ok) {
    return (
      <p role="status" className="text-sm">
        {posed.problem}
      </p>
    );
  }
  const { rep, grip, good } = posed;
  return (
    <>
      <Puppet
        rep={rep}
        posture={grip.posture}
        grip={grip}
        azimuth={fault.views[0] === 'side' || !fault.views[0] ? AZIMUTHS.right : AZIMUTHS[fault.views[0]]}
        onPulled={(angles) => onAngles(faultAngles(angles, good))}
        onAsked={setAsked}
      />
      <p role="status" className="min-h-6 text-sm">
        {asked ?? <span className="text-quiet">Pull a dot to where it is in the fault, or move it with the arrow keys.</span>}
      </p>
    </>
  );
}

type Posed =
  | { readonly ok: true; readonly rep: Rep; readonly grip: Grip; readonly good: Posture }
  | { readonly ok: false; readonly problem: string };

function poseOf(
  { document, figure, fault, change }: Pick<PullingProps, 'document' | 'figure' | 'fault' | 'change'>,
  poses: Editor['lexicon'],
): Posed {
  const source = { ...figureSourceOf(document)!, alternates: false };
  const answer = solveStills(source, poses, AVERAGE_BUILD);
  if (!answer.ok) return { ok: false, problem: figureErrorText(answer.error) };
  const good = new Grip(source, poses, AVERAGE_BUILD, fault.phase).posture;
  const faulty = { ...source, figure: figureWithFault(figure, change, fault.phase, good) };
  const bent = solveStills(faulty, poses, AVERAGE_BUILD);
  // What the angles ask for can’t be met: it is pulled from the good pose.
  const from = bent.ok ? faulty : source;
  return { ok: true, rep: answer.rep, grip: new Grip(from, poses, AVERAGE_BUILD, fault.phase), good };
}

/** What a fault usually brings elsewhere. */
const MOVEABLE = ['hips', 'waist', 'ribs', 'neck', 'shoulder', 'elbow', 'wrist', 'knee', 'ankle', 'heel', 'toe'];

const WAYS = [
  { field: 'outCm', text: 'out' },
  { field: 'forwardCm', text: 'forward' },
  { field: 'upCm', text: 'up' },
] as const;

interface MovesProps {
  readonly name: string;
  readonly moves: readonly FaultMove[];
  readonly onChange: (moves: readonly FaultMove[]) => void;
}

/** Places that the fault brings elsewhere, in centimetres; out is away from the middle. */
function Moves({ name, moves, onChange }: MovesProps) {
  return (
    <>
      {moves.map((move, at) => (
        <div key={move.landmark} className="flex flex-wrap items-center gap-x-2">
          <b className="text-sm">{jointText(move.landmark)}</b>
          {WAYS.map(({ field, text }) => (
            <EditableNumber
              key={field}
              label={text}
              unit="cm"
              value={move[field]}
              least={-40}
              most={40}
              mayBeEmpty
              onChange={(cm) => {
                const { [field]: _, ...rest } = move;
                onChange(moves.map((each, i) => (i === at ? { ...rest, ...(cm !== undefined && { [field]: cm }) } : each)));
              }}
            />
          ))}
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            onClick={() => onChange(moves.filter((_, i) => i !== at))}
          >
            take out
          </button>
        </div>
      ))}
      {moves.length < MOVES_MOST && (
        <AddByTyping
          text="a place that is elsewhere"
          where={`for ${name}`}
          label={`A place that is elsewhere in ${name}`}
          placeholder="knee"
          find={(typed) =>
            MOVEABLE.filter((id) => id.includes(typed.toLowerCase()) && !moves.some(({ landmark }) => landmark === id)).map(
              (id) => ({ id, text: id }),
            )
          }
          onTake={(landmark) => onChange([...moves, { landmark, outCm: 3 }])}
        />
      )}
    </>
  );
}
