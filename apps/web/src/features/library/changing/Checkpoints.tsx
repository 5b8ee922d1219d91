import {
  PHASES_OF_RHYTHM,
  VIEWS,
  freeSlug,
  slugOf,
  withFields,
  type Checkpoint,
  type MovementDocument,
  type Part,
  type Phase,
  type View,
} from '@waxwing/core/movement';
import { MEASURABLE } from '@waxwing/core/figure';
import { Choice } from '../../../shared/Choice.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { EditableNumber } from './EditableNumber.tsx';
import { EditableText } from './EditableText.tsx';
import type { Editor } from './editor.ts';
import { jointText } from './JointSlider.tsx';
import { overDrawn } from './overDrawn.ts';
import { StanceChoice } from './StanceChoice.tsx';
import { Taken } from './Taken.tsx';
import { Remove } from './TextLines.tsx';

interface CheckpointsProps {
  readonly document: MovementDocument;
  readonly editor: Editor;
}

/** What a good rep looks like, and what of it is measured on the figure. */
export function Checkpoints({ document, editor }: CheckpointsProps) {
  const set = (part: Part<MovementDocument>) =>
    editor.hands.change((before) => overDrawn(before, document, withFields(document, part)));
  const { checkpoints } = document;
  const put = (id: string, part: Part<Checkpoint>) =>
    set({ checkpoints: checkpoints.map((each) => (each.id === id ? withFields(each, part) : each)) });
  return (
    <>
      <ul>
        {checkpoints.map((check) => (
          <li key={check.id} className="flex flex-wrap items-center gap-x-1">
            <span className="min-w-40 flex-1">
              <EditableText
                label="Checkpoint"
                value={check.look}
                most={160}
                problem={check.look.trim().length < 4 ? 'Four letters at least, or take it out.' : null}
                onChange={(look) => put(check.id, { look })}
              />
            </span>
            <Choice
              isQuiet
              label={`When “${check.look}”`}
              none="when"
              value={check.phase}
              options={PHASES_OF_RHYTHM[document.rhythm].map((value) => ({ value, text: PHASE_NAMES[value].toLowerCase() }))}
              onChoose={(phase) => phase && put(check.id, { phase: phase as Phase })}
            />
            <Choice
              isQuiet
              label={`From where “${check.look}” is seen`}
              none="from"
              value={check.view}
              options={VIEWS.map((value) => ({ value, text: `from the ${value}` }))}
              onChoose={(view) => view && put(check.id, { view: view as View })}
            />
            <Remove
              what={`“${check.look}”`}
              onRemove={() => set({ checkpoints: checkpoints.filter(({ id }) => id !== check.id) })}
            />
            <Measured check={check} editor={editor} onChange={(part) => put(check.id, part)} />
          </li>
        ))}
      </ul>
      {checkpoints.length < 16 && (
        <AddByTyping
          text="a checkpoint"
          label="A checkpoint"
          placeholder="knees over the middle toes"
          most={160}
          onNew={(look) => {
            const id = freeSlug(slugOf(look, 'look'), (slug) => checkpoints.some((each) => each.id === slug));
            const phase = PHASES_OF_RHYTHM[document.rhythm][Math.min(2, PHASES_OF_RHYTHM[document.rhythm].length - 1)]!;
            set({ checkpoints: [...checkpoints, { id, look, phase, view: 'side' }] });
          }}
          problemOf={(look) => (look.length < 4 ? 'Four letters at least.' : null)}
        />
      )}
    </>
  );
}

interface MeasuredProps {
  readonly check: Checkpoint;
  readonly editor: Editor;
  readonly onChange: (part: Part<Checkpoint>) => void;
}

const LINE_MOST = 4;

/** The angle that is meant, and the line or the plumb line that the figure draws. */
function Measured({ check, editor, onChange }: MeasuredProps) {
  const { look, angle, fromDeg, toDeg, line = [], plumb = [], stance } = check;
  const places = (typed: string, except: readonly string[]) =>
    PLACES.filter((place) => place.includes(typed.toLowerCase()) && !except.includes(place)).map((id) => ({
      id,
      text: jointText(id),
    }));
  const among = (list: 'line' | 'plumb', names: readonly string[]) =>
    onChange({ [list]: names.length > 0 ? [...names] : undefined });
  return (
    <details className="w-full pl-1">
      <summary className="text-quiet min-h-11 cursor-pointer py-2 text-sm">
        {[
          angle && `${jointText(angle)} ${fromDeg ?? ''}–${toDeg ?? ''}°`,
          line.length > 0 && `in line: ${line.map(jointText).join(', ')}`,
          plumb.length > 0 && `over each other: ${plumb.map(jointText).join(', ')}`,
        ]
          .filter(Boolean)
          .join('; ') || 'nothing measured'}
      </summary>
      <div className="flex flex-wrap items-center gap-x-3">
        {angle ? (
          <>
            <Taken
              label={`The angle of “${look}”`}
              lead="angle"
              options={[{ value: angle, text: jointText(angle) }]}
              onRemove={() => onChange({ angle: undefined, fromDeg: undefined, toDeg: undefined })}
            />
            {(
              [
                ['from', 'fromDeg', fromDeg],
                ['to', 'toDeg', toDeg],
              ] as const
            ).map(([text, field, deg]) => (
              <EditableNumber
                key={field}
                label={text}
                unit="°"
                value={deg}
                least={-180}
                most={180}
                isWhole={false}
                mayBeEmpty
                onChange={(next) => onChange({ [field]: next })}
              />
            ))}
          </>
        ) : (
          <AddByTyping
            text="an angle"
            where={`of “${look}”`}
            label={`The angle of “${look}”`}
            placeholder="knee flexion"
            find={(typed) =>
              MEASURABLE.filter((name) => jointText(name).includes(typed.toLowerCase()))
                .slice(0, 8)
                .map((id) => ({ id, text: jointText(id) }))
            }
            onTake={(next) => onChange({ angle: next })}
          />
        )}
      </div>
      {(
        [
          ['line', 'in one line', line, LINE_MOST],
          ['plumb', 'over each other', plumb, 2],
        ] as const
      ).map(([list, text, names, most]) => (
        <div key={list} className="flex flex-wrap items-center gap-x-3">
          <Taken
            label={`${text}, for “${look}”`}
            lead={text}
            options={names.map((value) => ({ value, text: jointText(value) }))}
            onRemove={(name) =>
              among(
                list,
                names.filter((each) => each !== name),
              )
            }
          />
          {names.length < most && (
            <AddByTyping
              text="a place"
              where={`${text}, for “${look}”`}
              label={`A place ${text}`}
              placeholder="knee, ankle …"
              find={(typed) => places(typed, names)}
              onTake={(name) => among(list, [...names, name])}
            />
          )}
          {names.length === 1 && <span className="text-sm font-bold">Two at least.</span>}
        </div>
      ))}
      <StanceChoice
        label={`With which position “${look}” holds`}
        lexicon={editor.lexicon}
        value={stance}
        onChange={(next) => onChange({ stance: next })}
      />
    </details>
  );
}

/** What trainers look along. */
const PLACES = [
  'ear',
  'neck',
  'shoulder',
  'elbow',
  'wrist',
  'ribs',
  'waist',
  'hips',
  'hip',
  'knee',
  'ankle',
  'heel',
  'ball',
  'toe',
];
