import { DndContext, KeyboardSensor, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import {
  CORRECTION_KINDS,
  LEVERS,
  cueKey,
  moved,
  withFault,
  type Correction,
  type CorrectionKind,
  type Lever,
  type Lexicon,
  type MovementDocument,
  type MovementFault,
} from '@waxwing/core/movement';
import { GripVertical, Trash2 } from 'lucide-react';
import { Choice } from '../../../shared/Choice.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { EditableText } from './EditableText.tsx';
import type { Editor } from './editor.ts';
import { overDrawn } from './overDrawn.ts';
import { TermsFields } from './TermsFields.tsx';

const KIND_WORDS: Readonly<Record<CorrectionKind, string>> = {
  cue: 'say',
  'set-up': 'set up',
  drill: 'drill',
  lever: 'change',
};

interface CorrectionsProps {
  readonly fault: MovementFault;
  readonly name: string;
  readonly document: MovementDocument;
  readonly editor: Editor;
  readonly problems: readonly string[];
}

/** What is tried against a fault, in the order in which it is tried. */
export function Corrections({ fault, name, document, editor, problems }: CorrectionsProps) {
  const { lexicon, hands } = editor;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const { corrections } = fault;
  const set = (next: Correction[]) =>
    hands.change((before) => overDrawn(before, document, withFault(document, fault.id, { corrections: next })));
  const cueText = (key: string) => document.cues.find((cue) => cueKey(cue) === key)?.text ?? lexicon.cues.get(key)?.text ?? key;
  const said = new Set(corrections.map(({ cue }) => cue));
  const ids = corrections.map((_, at) => String(at));
  return (
    <div className="px-1">
      <span className="text-quiet text-sm">what to do, in this order</span>
      {problems.map((problem) => (
        <p key={problem} className="text-sm font-bold">
          {problem}
        </p>
      ))}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => over && set(moved(corrections, Number(active.id), Number(over.id)))}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol>
            {corrections.map((correction, at) => (
              <Row
                // Two may say the same: they are told apart by where they stand.
                key={ids[at]}
                id={ids[at]!}
                what={correction.cue === undefined ? (correction.text ?? '') : cueText(correction.cue)}
                name={name}
                correction={correction}
                lexicon={lexicon}
                onTerms={(next) => set(corrections.map((each, i) => (i === at ? next : each)))}
                onChange={(part) => set(corrections.map((each, i) => (i === at ? { ...each, ...part } : each)))}
                onRemove={() => set(corrections.filter((_, i) => i !== at))}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {corrections.length < 8 && (
        <AddByTyping
          text="something to do"
          where={`about ${name}`}
          label={`Something to do about ${name}`}
          placeholder="feet wider, go slower, or a cue from here"
          most={160}
          isNewFirst
          find={(typed) =>
            document.cues
              .filter((cue) => !said.has(cueKey(cue)))
              .map((cue) => ({ id: cueKey(cue), text: `“${cueText(cueKey(cue))}”` }))
              .filter((option) => option.text.toLowerCase().includes(typed.toLowerCase()))
          }
          onTake={(cue) => set([...corrections, { kind: 'cue', cue }])}
          onNew={(text) => set([...corrections, { kind: 'set-up', text }])}
          newText={(text) => `do: ${text}`}
          problemOf={(text) => (text.length < 4 ? 'Say what to do, in four letters at least.' : null)}
        />
      )}
    </div>
  );
}

interface RowProps {
  readonly id: string;
  readonly what: string;
  readonly name: string;
  readonly correction: Correction;
  readonly lexicon: Lexicon;
  readonly onChange: (part: Partial<Correction>) => void;
  readonly onTerms: (correction: Correction) => void;
  readonly onRemove: () => void;
}

function Row({ id, what, name, correction, lexicon, onChange, onTerms, onRemove }: RowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id });
  const { kind, lever } = correction;
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className="bg-panel flex flex-wrap items-center"
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        className="text-quiet min-h-11 w-6 cursor-grab touch-none"
        {...attributes}
        {...listeners}
        aria-label={`Move “${what}”`}
      >
        <GripVertical aria-hidden="true" size={16} />
      </button>
      {kind === 'cue' ? (
        <span className="min-w-0 flex-1">
          <span className="text-quiet text-sm">say</span> “{what}”
        </span>
      ) : (
        <>
          <Choice
            isQuiet
            label={`What kind of thing “${what}” is`}
            none="kind"
            value={kind}
            options={CORRECTION_KINDS.filter((each) => each !== 'cue').map((value) => ({ value, text: KIND_WORDS[value] }))}
            onChoose={(value) =>
              value && onChange({ kind: value as CorrectionKind, ...(value === 'lever' && { lever: lever ?? 'range' }) })
            }
          />
          {kind === 'lever' && (
            <Choice
              isQuiet
              label={`Which lever “${what}” is`}
              none="lever"
              value={lever ?? null}
              options={LEVERS.map((value) => ({ value, text: value.replace('-', ' ') }))}
              onChoose={(value) => value && onChange({ lever: value as Lever })}
            />
          )}
          <span className="min-w-40 flex-1">
            <EditableText
              label={`What to do about ${name}`}
              value={correction.text ?? ''}
              most={160}
              className="text-[0.95rem]"
              problem={(correction.text ?? '').trim().length < 4 ? 'Say what to do.' : null}
              onChange={(text) => onChange({ text })}
            />
            <TermsFields
              what={what}
              terms={correction}
              lever={kind === 'lever' ? lever : undefined}
              lexicon={lexicon}
              onChange={onTerms}
            />
          </span>
        </>
      )}
      <button type="button" className="btn btn-ghost btn-square min-h-11" aria-label={`Take out “${what}”`} onClick={onRemove}>
        <Trash2 aria-hidden="true" size={16} />
      </button>
    </li>
  );
}
