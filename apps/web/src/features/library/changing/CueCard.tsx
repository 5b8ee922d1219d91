import { useSortable } from '@dnd-kit/sortable';
import { AUDIENCE_WORDS, cueEvidence, type CueTally } from '@waxwing/core/coaching';
import {
  AUDIENCES,
  CUE_KINDS,
  CUE_MAX_WORDS,
  PHASES_OF_RHYTHM,
  cueKey,
  isCallable,
  sharedFrom,
  typesOfCue,
  withCue,
  withCueAt,
  withCueShared,
  withTie,
  withoutCue,
  wordsOf,
  type Audience,
  type CueKind,
  type MovementCue,
  type MovementDocument,
  type Part,
  type Phase,
} from '@waxwing/core/movement';
import clsx from 'clsx';
import { GripVertical } from 'lucide-react';
import { Choice } from '../../../shared/Choice.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { Chips } from './Chips.tsx';
import { KIND_WORDS } from './cueWords.ts';
import { EditableText } from './EditableText.tsx';
import { StanceChoice } from './StanceChoice.tsx';
import { sharedLike, type Editor } from './editor.ts';
import { withWord } from './draft.ts';

interface CueCardProps {
  readonly cue: MovementCue;
  readonly phase: Phase;
  readonly document: MovementDocument;
  readonly editor: Editor;
  readonly tally: CueTally;
  readonly problems: readonly string[];
  readonly isOpen: boolean;
  /** A fault that is open is one of those that it is for. */
  readonly isMeant: boolean;
  readonly onOpen: (isOpen: boolean) => void;
}

/** A cue on the strip: dragged by its handle, opened by its text. */
export function CueCard(props: CueCardProps) {
  const { cue, editor, tally, problems, isOpen, isMeant, onOpen } = props;
  const key = cueKey(cue);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: key });
  const shared = cue.shared === undefined ? undefined : editor.lexicon.cues.get(cue.shared);
  const text = cue.text ?? shared?.text ?? '';
  const notes = [shared && 'shared', tally.trials > 0 && `${tally.fixed} of ${tally.trials} fixed`].filter(Boolean).join(' · ');
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined, transition }}
      className={clsx('flex items-start', isDragging && 'bg-base-200 relative z-10 rounded-lg opacity-90')}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        className="text-quiet min-h-11 w-6 shrink-0 cursor-grab touch-none"
        {...attributes}
        {...listeners}
        aria-label={`Move “${text}”`}
      >
        <GripVertical aria-hidden="true" size={16} />
      </button>
      {isOpen ? (
        <OpenCue {...props} text={text} />
      ) : (
        <button
          type="button"
          className="hover:bg-base-200 min-h-11 w-full cursor-pointer rounded px-1 py-1.5 text-left"
          aria-label={`Cue: ${text}`}
          aria-expanded={false}
          onClick={() => onOpen(true)}
        >
          <span className={clsx(isMeant && 'tail font-bold')}>“{text}”</span>
          {notes && <span className="text-quiet block text-sm">{notes}</span>}
          {problems.length > 0 && <span className="block text-sm font-bold">{problems[0]}</span>}
        </button>
      )}
    </li>
  );
}

function OpenCue({ cue, phase, document, editor, tally, problems, onOpen, text }: CueCardProps & { readonly text: string }) {
  const { lexicon, library, hands } = editor;
  const key = cueKey(cue);
  const shared = cue.shared === undefined ? undefined : lexicon.cues.get(cue.shared);
  const change = (part: Part<MovementCue>) => hands.change((before) => withCue(before, key, part));
  /** What is said of a shared cue is said wherever it is used. */
  const say = (part: { readonly text?: string; readonly kind?: CueKind }) =>
    shared
      ? hands.changeDraft((draft) => withWord(draft, 'cues', { ...shared, ...part }, library.lexicon.cues.get(shared.id)))
      : change(part);
  const elsewhere = shared
    ? library.revisions.filter(
        ({ document: other }) => other.id !== document.id && other.cues.some((each) => each.shared === shared.id),
      ).length
    : 0;
  const like = shared ? undefined : sharedLike(lexicon.cues.values(), text);
  const own = typesOfCue(cue, document, lexicon.cues);
  const types = [
    ...new Map(
      document.faults.map((fault) => [fault.type, fault.name ?? lexicon.faultTypes.get(fault.type)?.name ?? fault.type]),
    ),
  ];
  const evidence = cueEvidence(tally, 0);
  return (
    <section
      aria-label={`Cue “${text}”`}
      className="border-base-content bg-panel min-w-0 flex-1 rounded-xl border-2 p-2"
      onKeyDown={(event) => event.key === 'Escape' && onOpen(false)}
    >
      <EditableText
        label="Cue"
        value={text}
        most={60}
        isOpen
        className="text-lg font-bold"
        problem={text.trim().length < 2 ? 'What would you call out?' : isCallable(text) ? null : TOO_LONG}
        onChange={(next) => say({ text: next })}
      />
      <p className="text-quiet px-1 text-sm">
        {wordsOf(text).length} {wordsOf(text).length === 1 ? 'word' : 'words'}
        {shared && ` · shared: changes in ${elsewhere} other ${elsewhere === 1 ? 'movement' : 'movements'} too`}
      </p>
      {problems
        .filter((problem) => !problem.includes('too long'))
        .map((problem) => (
          <p key={problem} className="px-1 text-sm font-bold">
            {problem}
          </p>
        ))}
      {like && (
        <p className="border-warning my-1 border-l-4 px-2 text-sm">
          Nearly the same as the shared “{like.text}”:{' '}
          <button
            type="button"
            className="link min-h-11 cursor-pointer"
            onClick={() => hands.change((before) => withCueShared(before, key, like))}
          >
            use that one
          </button>
        </p>
      )}
      {types.length > 0 && (
        <Chips
          label={`What “${text}” is for`}
          lead="for"
          options={types.map(([value, name]) => ({ value, text: name.toLowerCase() }))}
          chosen={own}
          onToggle={(type, isTied) => hands.change((before) => withTie(before, key, type, isTied, lexicon.cues))}
        />
      )}
      <Chips
        label={`What kind of cue “${text}” is`}
        lead="as"
        options={CUE_KINDS.map((value) => ({ value, text: KIND_WORDS[value] }))}
        chosen={[cue.kind ?? shared?.kind ?? 'external']}
        onToggle={(kind) => say({ kind })}
      />
      <EditableText
        label="The longer word, for anyone who doesn’t get it"
        value={cue.explain ?? shared?.explain ?? ''}
        most={240}
        empty="a longer word, for anyone who doesn’t get it"
        className="text-[0.95rem]"
        onChange={(explain) => change({ explain: explain === '' ? undefined : explain })}
      />
      <div className="flex flex-wrap items-center">
        <Choice
          isQuiet
          label={`Where “${text}” belongs`}
          none="where"
          value={phase}
          options={PHASES_OF_RHYTHM[document.rhythm].map((value) => ({ value, text: PHASE_NAMES[value].toLowerCase() }))}
          onChoose={(value) => value && hands.change((before) => withCueAt(before, key, value as Phase, null, lexicon.cues))}
        />
        <Choice
          isQuiet
          label={`Whom “${text}” is said to`}
          none="to anybody"
          value={cue.audience ?? null}
          options={AUDIENCES.map((value) => ({ value, text: AUDIENCE_WORDS[value] }))}
          onChoose={(value) => change({ audience: (value || undefined) as Audience | undefined })}
        />
        <StanceChoice
          label={`With which position “${text}” is said`}
          lexicon={lexicon}
          value={cue.stance}
          onChange={(stance) => change({ stance })}
        />
      </div>
      {tally.trials > 0 && (
        <p className="figures px-1 text-sm">
          Tried {tally.trials}, fixed {tally.fixed} (likely {Math.round(100 * evidence.band.low)}–
          {Math.round(100 * evidence.band.high)} in 100).
        </p>
      )}
      <div className="flex flex-wrap gap-x-3">
        {!shared && isCallable(text) && text.trim().length >= 2 && (
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            onClick={() => {
              const made = sharedFrom(
                { ...cue, for: [...own] },
                (id) => lexicon.cues.has(id) || document.cues.some((each) => each.id === id),
              );
              hands.changeDraft((draft) => {
                const next = withWord(draft, 'cues', made);
                return { ...next, document: withCueShared(next.document, key, made) };
              });
              onOpen(false);
            }}
          >
            use elsewhere too
          </button>
        )}
        <button
          type="button"
          className="link min-h-11 cursor-pointer text-sm"
          aria-label={`Take out “${text}”`}
          onClick={() => hands.change((before) => withoutCue(before, key))}
        >
          take out
        </button>
        <button
          type="button"
          className="link ml-auto min-h-11 cursor-pointer text-sm"
          aria-label={`Close “${text}”`}
          onClick={() => onOpen(false)}
        >
          close
        </button>
      </div>
    </section>
  );
}

const TOO_LONG = `Longer than ${CUE_MAX_WORDS} words: too long to call across a room.`;
