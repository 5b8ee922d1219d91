import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCorners,
  useDroppable,
  useSensor,
  useSensors,
  type DragOverEvent,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import {
  CUES_MOST,
  cueKey,
  faultIdOf,
  isCallable,
  ownCueId,
  phaseOfCue,
  withCueAt,
  withNewCue,
  withSharedCue,
  type MovementCue,
  type MovementDocument,
  type Phase,
} from '@waxwing/core/movement';
import type { MovementProblem } from '@waxwing/core/ladder';
import { useState } from 'react';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { CueCard } from './CueCard.tsx';
import { saidAt, sharedFound, type Editor, type Evidence } from './editor.ts';

interface CueColumnsProps {
  readonly document: MovementDocument;
  readonly phases: readonly Phase[];
  readonly editor: Editor;
  readonly evidence: Evidence;
  readonly problems: readonly MovementProblem[];
  /** The key of the cue that is open. */
  readonly open: string | null;
  /** Fault types of what is open among the faults. */
  readonly meant: ReadonlySet<string>;
  readonly onOpen: (key: string | null) => void;
}

const columnOf = (id: string) => (id.startsWith('phase:') ? (id.slice('phase:'.length) as Phase) : null);

/** Cues under their phases: dragged within one and to another by hand, by finger and by keyboard. */
export function CueColumns(props: CueColumnsProps) {
  const { document, phases, editor } = props;
  const { lexicon, hands } = editor;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // While one is dragged it stands where it would come down.
  const [dragged, setDragged] = useState<MovementDocument | null>(null);
  const shown = dragged ?? document;
  const phaseOf = (key: string, of: MovementDocument) => {
    const cue = of.cues.find((each) => cueKey(each) === key);
    return cue ? phaseOfCue(cue, of.rhythm, lexicon.cues) : null;
  };
  const textOf = (key: string) => {
    const cue = document.cues.find((each) => cueKey(each) === key);
    return `“${cue?.text ?? lexicon.cues.get(key)?.text ?? key}”`;
  };
  /** Where a cue would come down: before what it is over, or behind it when it comes from above. */
  const landing = (of: MovementDocument, key: string, over: string): MovementDocument => {
    const phase = columnOf(over) ?? phaseOf(over, of);
    if (!phase) return of;
    if (columnOf(over)) return phaseOf(key, of) === phase ? of : withCueAt(of, key, phase, null, lexicon.cues);
    const there = of.cues.map(cueKey).filter((each) => phaseOf(each, of) === phase);
    const isDown = there.includes(key) && there.indexOf(key) < there.indexOf(over);
    const before = isDown ? (there[there.indexOf(over) + 1] ?? null) : over;
    return withCueAt(of, key, phase, before, lexicon.cues);
  };
  const onDragOver = ({ active, over }: DragOverEvent) => {
    if (!over || over.id === active.id) return;
    const [key, to] = [String(active.id), String(over.id)];
    const phase = columnOf(to) ?? phaseOf(to, shown);
    // Within its phase the list moves by itself.
    if (phase && phase !== phaseOf(key, shown)) setDragged(landing(shown, key, to));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCorners}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => `Picked up ${textOf(String(active.id))}.`,
          onDragOver: ({ active, over }) => {
            const phase = over && (columnOf(String(over.id)) ?? phaseOf(String(over.id), shown));
            return phase ? `${textOf(String(active.id))} is in ${PHASE_NAMES[phase].toLowerCase()}.` : undefined;
          },
          onDragEnd: ({ active }) => `${textOf(String(active.id))} put down.`,
          onDragCancel: ({ active }) => `${textOf(String(active.id))} is where it was.`,
        },
      }}
      onDragStart={() => setDragged(document)}
      onDragOver={onDragOver}
      onDragCancel={() => setDragged(null)}
      onDragEnd={({ active, over }) => {
        const [key, to] = [String(active.id), over ? String(over.id) : null];
        const done = to === null || to === key ? shown : landing(shown, key, to);
        setDragged(null);
        hands.change((before) => ({ ...before, cues: done.cues }));
      }}
    >
      {phases.map((phase) => (
        <CueColumn
          key={phase}
          {...props}
          document={shown}
          phase={phase}
          cues={shown.cues.filter((cue) => phaseOf(cueKey(cue), shown) === phase)}
        />
      ))}
    </DndContext>
  );
}

interface CueColumnProps extends CueColumnsProps {
  readonly phase: Phase;
  readonly cues: readonly MovementCue[];
}

function CueColumn({ document, phase, cues, editor, evidence, problems, open, meant, onOpen }: CueColumnProps) {
  const { lexicon, hands } = editor;
  const { setNodeRef } = useDroppable({ id: `phase:${phase}` });
  const here = new Set(document.cues.map(cueKey));
  const serves = (cue: MovementCue) => {
    const types = cue.for ?? (cue.shared ? lexicon.cues.get(cue.shared)?.for : undefined) ?? [];
    const isAuthors = document.faults.some(
      (fault) => meant.has(faultIdOf(document.id, fault.id)) && fault.corrections.some((each) => each.cue === cueKey(cue)),
    );
    return isAuthors || types.some((type) => meant.has(type));
  };
  return (
    <div ref={setNodeRef} className="border-base-300 min-w-0 border-l border-dashed px-2 py-3">
      <SortableContext items={cues.map(cueKey)} strategy={verticalListSortingStrategy}>
        <ul className="leading-snug">
          {cues.map((cue) => {
            const key = cueKey(cue);
            return (
              <CueCard
                key={key}
                cue={cue}
                phase={phase}
                document={document}
                editor={editor}
                tally={evidence.ofCue(cue.shared ?? ownCueId(document.id, key))}
                problems={saidAt(problems, `cues[${document.cues.indexOf(cue)}]`)}
                isOpen={open === key}
                isMeant={serves(cue)}
                onOpen={(isOpen) => onOpen(isOpen ? key : null)}
              />
            );
          })}
        </ul>
      </SortableContext>
      {document.cues.length >= CUES_MOST ? (
        <p className="text-quiet px-1 text-sm">{CUES_MOST} cues are all that fit: take one out first.</p>
      ) : (
        <AddByTyping
          text="a cue"
          where={`in ${PHASE_NAMES[phase].toLowerCase()}`}
          label={`A cue in ${PHASE_NAMES[phase].toLowerCase()}`}
          placeholder="what you call out"
          most={60}
          isNewFirst
          find={(typed) => sharedFound(lexicon.cues.values(), typed, here)}
          onTake={(id) => hands.change((before) => withSharedCue(before, lexicon.cues.get(id)!, phase))}
          onNew={(text) => hands.change((before) => withNewCue(before, phase, text, 'external'))}
          problemOf={(text) =>
            text.length < 2 ? 'Two letters at least.' : isCallable(text) ? null : 'Too long to call across a room.'
          }
        />
      )}
    </div>
  );
}
