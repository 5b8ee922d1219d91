import { orderByEvidence } from '@waxwing/core/coaching';
import {
  PHASES_OF_RHYTHM,
  REGIONS,
  SEVERITIES,
  VIEWS,
  faultIdOf,
  nearlySame,
  ownCueId,
  resolveMovement,
  stancesInForce,
  withCuesInOrder,
  withFault,
  withoutFault,
  type MovementDocument,
  type MovementFault,
  type Part,
  type Phase,
  type Region,
  type Severity,
  type View,
} from '@waxwing/core/movement';
import clsx from 'clsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Choice } from '../../../shared/Choice.tsx';
import { SeverityDrop } from '../../../shared/Severity.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { Chips } from './Chips.tsx';
import { Corrections } from './Corrections.tsx';
import { withWord } from './draft.ts';
import { EditableText } from './EditableText.tsx';
import { FaultPose } from './FaultPose.tsx';
import { TakenList } from './TakenList.tsx';
import { StanceChoice } from './StanceChoice.tsx';
import { causeText, causesFound, movementsFound, saidAt, wordsFound, type Editor, type Evidence } from './editor.ts';
import type { MovementProblem } from '@waxwing/core/ladder';

interface FaultCardProps {
  readonly fault: MovementFault;
  readonly document: MovementDocument;
  readonly editor: Editor;
  readonly evidence: Evidence;
  readonly problems: readonly MovementProblem[];
  readonly isOpen: boolean;
  /** A cue that is open is said for it. */
  readonly isMeant: boolean;
  readonly onOpen: (isOpen: boolean) => void;
}

/** A fault under the strip, opened by its name. */
export function FaultCard(props: FaultCardProps) {
  const { fault, document, editor, problems, isOpen, isMeant, onOpen } = props;
  const name = fault.name ?? editor.lexicon.faultTypes.get(fault.type)?.name ?? fault.type;
  if (isOpen) return <OpenFault {...props} name={name} />;
  const cues = document.cues.filter(
    (cue) =>
      (cue.for ?? (cue.shared ? editor.lexicon.cues.get(cue.shared)?.for : []) ?? []).includes(fault.type) ||
      fault.corrections.some((each) => each.cue === (cue.shared ?? cue.id)),
  ).length;
  const said = saidAt(problems, `faults[${document.faults.indexOf(fault)}]`);
  return (
    <li>
      <button
        type="button"
        aria-expanded={false}
        aria-label={`Fault: ${name}`}
        className="hover:bg-base-200 flex min-h-11 w-full cursor-pointer gap-2 rounded px-1 py-1.5 text-left leading-snug"
        onClick={() => onOpen(true)}
      >
        <span className="pt-0.5">
          <SeverityDrop severity={fault.severity} />
        </span>
        <span>
          <b className={clsx(isMeant && 'tail')}>{name}</b>
          <span className="text-quiet block text-sm">
            {fault.views.join(' or ')}
            {fault.oneSided && ' · one side'} · {cues === 1 ? 'one cue' : `${cues === 0 ? 'no' : cues} cues`}
          </span>
          {said.length > 0 && <span className="block text-sm font-bold">{said[0]}</span>}
        </span>
      </button>
    </li>
  );
}

/** More alike than this was copied. */
const COPIED = 0.7;

function OpenFault({ fault, document, editor, evidence, problems, onOpen, name }: FaultCardProps & { readonly name: string }) {
  const { lexicon, library, hands } = editor;
  const set = (part: Part<MovementFault>) => hands.change((before) => withFault(before, fault.id, part));
  const [isRetyping, setRetyping] = useState(false);
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    section.current?.focus();
  }, []);
  const at = document.faults.indexOf(fault);
  const others = document.faults.filter((each) => each.id !== fault.id);
  const typeName = (type: string) => lexicon.faultTypes.get(type)?.name ?? type;
  const like = useMemo(() => {
    const seen = library.revisions
      .filter(({ document: other }) => other.id !== document.id)
      .flatMap(({ document: other }) => other.faults.map((each) => ({ id: other.name, text: each.seen })));
    return nearlySame(fault.seen, seen, COPIED);
  }, [library, document.id, fault.seen]);
  return (
    <li>
      <section
        aria-label={`Fault “${name}”`}
        // What was just added is where one goes on.
        ref={section}
        tabIndex={-1}
        className="border-base-content bg-panel rounded-xl border-2 p-2"
        onKeyDown={(event) => event.key === 'Escape' && onOpen(false)}
      >
        <p className="flex flex-wrap items-center gap-x-2 px-1 text-lg">
          <SeverityDrop severity={fault.severity} />
          <b>{name}</b>
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            aria-expanded={isRetyping}
            onClick={() => setRetyping(!isRetyping)}
          >
            {fault.name && fault.name !== typeName(fault.type)
              ? `a kind of: ${typeName(fault.type).toLowerCase()}`
              : 'another kind'}
          </button>
        </p>
        {isRetyping && (
          <div className="flex flex-wrap items-center gap-x-3">
            <AddByTyping
              text="what kind it is"
              label="What kind of fault it is"
              placeholder="knee drops in, heels lift …"
              find={(typed) => wordsFound(lexicon.faultTypes.values(), typed, new Set([fault.type]))}
              onTake={(type) => {
                setRetyping(false);
                set({ type });
              }}
            />
            <EditableText
              label={`What ${name} is called here`}
              value={fault.name ?? ''}
              most={40}
              empty="called otherwise here"
              onChange={(own) => set({ name: own === '' ? undefined : own })}
            />
          </div>
        )}
        {!library.lexicon.faultTypes.has(fault.type) && (
          <Chips
            label={`Where in the body ${name} is`}
            lead="a new kind, of the"
            options={REGIONS.map((value) => ({ value, text: value }))}
            chosen={[lexicon.faultTypes.get(fault.type)?.region ?? 'trunk']}
            onToggle={(region: Region) =>
              hands.changeDraft((draft) => withWord(draft, 'faultTypes', { ...lexicon.faultTypes.get(fault.type)!, region }))
            }
          />
        )}
        <EditableText
          label={`${name}, what is seen`}
          value={fault.seen}
          most={240}
          className="text-[0.95rem]"
          problem={fault.seen.trim().length < 2 ? 'What does somebody see who looks?' : null}
          onChange={(seen) => set({ seen })}
        />
        {like && (
          <p className="border-warning my-1 border-l-4 px-2 text-sm">
            Nearly what {like.id} says: “{like.text}”
          </p>
        )}
        <Chips
          label={`${name}, how serious`}
          options={SEVERITIES.map((value) => ({ value, text: value }))}
          chosen={[fault.severity]}
          onToggle={(severity: Severity) => set({ severity })}
        />
        <Chips
          label={`${name}, from where it is seen`}
          lead="seen from the"
          options={VIEWS.map((value) => ({ value, text: value }))}
          chosen={fault.views}
          onToggle={(view: View, isChosen) => {
            const views = VIEWS.filter((each) => (each === view ? isChosen : fault.views.includes(each)));
            if (views.length > 0) set({ views });
          }}
        />
        <div className="flex flex-wrap items-center">
          <Choice
            isQuiet
            label={`When ${name} occurs`}
            none="when"
            value={fault.phase}
            options={PHASES_OF_RHYTHM[document.rhythm].map((value) => ({ value, text: PHASE_NAMES[value].toLowerCase() }))}
            onChoose={(value) => value && set({ phase: value as Phase })}
          />
          <Chips
            label={`${name}, sides`}
            options={[{ value: 'one', text: 'can be one side' }]}
            chosen={fault.oneSided ? ['one'] : []}
            onToggle={(_, isChosen) => set({ oneSided: isChosen || undefined })}
          />
          <StanceChoice
            label={`With which position ${name} is a fault`}
            lexicon={lexicon}
            value={fault.stance}
            onChange={(stance) => set({ stance })}
          />
        </div>
        <TakenList
          label={`Why ${name} happens`}
          lead="because"
          values={fault.causes}
          most={8}
          textOf={(cause) => causeText(cause, lexicon)}
          add={{
            text: 'a cause',
            where: `of ${name}`,
            label: `A cause of ${name}`,
            placeholder: 'weak, stiff, load …',
            find: (typed) => causesFound(lexicon, typed, fault.causes),
          }}
          onChange={(causes) => set({ causes })}
        />
        <Corrections
          fault={fault}
          name={name}
          document={document}
          editor={editor}
          problems={saidAt(problems, `faults[${at}].corrections`)}
        />
        <EvidenceOrder {...{ fault, document, editor, evidence, name }} />
        <FaultPose {...{ document, fault, name, editor }} />
        <div className="flex flex-wrap items-center gap-x-2">
          <span className="text-quiet px-1 text-sm">goes back to</span>
          {fault.regressTo ? (
            <>
              <b>{library.nameOf(fault.regressTo)}</b>
              <Chips
                label={`What ${library.nameOf(fault.regressTo)} is`}
                options={[{ value: 'drill', text: 'as a drill' }]}
                chosen={fault.drill ? ['drill'] : []}
                onToggle={(_, isChosen) => set({ drill: isChosen || undefined })}
              />
              <button
                type="button"
                className="link min-h-11 cursor-pointer text-sm"
                onClick={() => set({ regressTo: undefined, drill: undefined })}
              >
                no longer
              </button>
            </>
          ) : (
            <AddByTyping
              text="something easier"
              where={`for ${name}`}
              label={`What ${name} goes back to`}
              placeholder="a movement"
              find={(typed) => movementsFound(library, typed, [document.id])}
              onTake={(regressTo) => set({ regressTo })}
            />
          )}
        </div>
        <EditableText
          label={`${name}, when to stop`}
          value={fault.stopWhen ?? ''}
          most={200}
          empty="when to stop"
          className="text-[0.95rem]"
          problem={saidAt(problems, `faults[${at}].regressTo`)[0]}
          onChange={(stopWhen) => set({ stopWhen: stopWhen === '' ? undefined : stopWhen })}
        />
        {others.length > 0 && (
          <Chips
            label={`What goes away with ${name}`}
            lead="put right, it takes away"
            options={[...new Set(others.map(({ type }) => type))].map((value) => ({
              value,
              text: typeName(value).toLowerCase(),
            }))}
            chosen={fault.clears ?? []}
            onToggle={(type, isChosen) => {
              const clears = (fault.clears ?? []).filter((each) => each !== type);
              const next = isChosen ? [...clears, type] : clears;
              set({ clears: next.length > 0 ? next : undefined });
            }}
          />
        )}
        <div className="flex gap-x-3">
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            aria-label={`Take out ${name}`}
            onClick={() => hands.change((before) => withoutFault(before, fault.id))}
          >
            take out
          </button>
          <button
            type="button"
            className="link ml-auto min-h-11 cursor-pointer text-sm"
            aria-label={`Close ${name}`}
            onClick={() => onOpen(false)}
          >
            close
          </button>
        </div>
      </section>
    </li>
  );
}

/** The order in which cues would be said if what they did decided, when that is another. */
function EvidenceOrder({
  fault,
  document,
  editor,
  evidence,
  name,
}: Omit<FaultCardProps, 'problems' | 'isOpen' | 'isMeant' | 'onOpen'> & { readonly name: string }) {
  const { lexicon, hands } = editor;
  const order = useMemo(() => {
    const revision = { revisionId: '', number: 0, document };
    const id = faultIdOf(document.id, fault.id);
    const found = resolveMovement(revision, lexicon, stancesInForce(lexicon)).faults.find((each) => each.faultId === id);
    return found ? orderByEvidence(found, (cueId) => evidence.against(id, cueId)) : null;
  }, [document, fault.id, lexicon, evidence]);
  if (!order) return null;
  const keys = order.cues.map(({ cueId, shared }) => (shared ? cueId : cueId.slice(ownCueId(document.id, '').length)));
  return (
    <p className="border-warning my-1 border-l-4 px-2 text-sm">
      {order.reasons.join('; ')}.{' '}
      <button
        type="button"
        className="link min-h-11 cursor-pointer"
        onClick={() => hands.change((before) => withCuesInOrder(before, fault.id, keys))}
      >
        Say what works first<span className="sr-only"> for {name}</span>
      </button>
    </p>
  );
}
