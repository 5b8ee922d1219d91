import {
  BREATHS,
  FAULTS_MOST,
  PHASES_OF_RHYTHM,
  faultIdOf,
  newFaultType,
  phaseOfCue,
  typesOfCue,
  cueKey,
  withNewFault,
  type Breath,
  type FaultType,
  type MovementDocument,
  type Phase,
} from '@waxwing/core/movement';
import type { MovementProblem } from '@waxwing/core/ladder';
import { useMemo, useState } from 'react';
import { Choice } from '../../../shared/Choice.tsx';
import { PhaseStill } from '../../../shared/figure/PhaseStill.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { CueColumns } from './CueColumns.tsx';
import { EditableText } from './EditableText.tsx';
import { FaultCard } from './FaultCard.tsx';
import { wordsFound, type Editor, type Evidence } from './editor.ts';
import { withWord } from './draft.ts';

interface ChangingStripProps {
  readonly document: MovementDocument;
  /** What the pictures are drawn of: the same from one letter to the next. */
  readonly pictured: MovementDocument;
  readonly editor: Editor;
  readonly evidence: Evidence;
  readonly problems: readonly MovementProblem[];
}

/** What is open on the strip. */
type Open = { readonly kind: 'cue' | 'fault'; readonly key: string } | null;

const BREATH_WORDS: Readonly<Record<Breath, string>> = {
  in: 'breathe in',
  out: 'breathe out',
  hold: 'hold the breath',
  easy: 'easy',
};

/** The strip as its own editor: what stands there is changed there. What is open gets room, and the rest makes way. */
export function ChangingStrip({ document, pictured, editor, evidence, problems }: ChangingStripProps) {
  const { lexicon, hands } = editor;
  const [open, setOpen] = useState<Open>(null);
  const phases = PHASES_OF_RHYTHM[document.rhythm];
  const openCue = open?.kind === 'cue' ? document.cues.find((cue) => cueKey(cue) === open.key) : undefined;
  const openFault = open?.kind === 'fault' ? document.faults.find((fault) => fault.id === open.key) : undefined;
  const wide = openFault?.phase ?? (openCue && phaseOfCue(openCue, document.rhythm, lexicon.cues));
  const columns = phases.map((phase) => (phase === wide ? 'minmax(19rem, 2fr)' : 'minmax(6.6rem, 1fr)')).join(' ');
  const meantByFault = useMemo(
    () => new Set(openFault ? [openFault.type, faultIdOf(document.id, openFault.id)] : []),
    [openFault, document.id],
  );
  const meantByCue = new Set(openCue ? typesOfCue(openCue, document, lexicon.cues) : []);
  const isCorrecting = (corrections: MovementDocument['faults'][number]['corrections']) =>
    openCue !== undefined && corrections.some((each) => each.cue === cueKey(openCue));
  return (
    <section aria-label="Rep strip, being changed" className="overflow-x-auto">
      <div className="grid min-w-[46rem]" style={{ gridTemplateColumns: columns }}>
        {phases.map((phase) => (
          <div key={phase} className="border-base-300 flex min-w-0 flex-col border-l border-dashed px-2 pb-2">
            {document.figure && (
              <span className="flex h-20 w-full items-end justify-center">
                <PhaseStill document={pictured} lexicon={lexicon} phase={phase} isInRepFrame className="max-h-20 max-w-full" />
              </span>
            )}
            <h2 className="px-1 text-lg">{PHASE_NAMES[phase]}</h2>
            <PhaseWords phase={phase} phases={phases} document={document} editor={editor} />
          </div>
        ))}
        <div className="border-base-300 col-span-full border-t" />
        <CueColumns
          {...{ document, phases, editor, evidence, problems }}
          open={openCue ? cueKey(openCue) : null}
          meant={meantByFault}
          onOpen={(key) => setOpen(key === null ? null : { kind: 'cue', key })}
        />
        <div className="border-base-content col-span-full border-t-2" />
        {phases.map((phase) => (
          <div key={phase} className="border-base-300 min-w-0 border-l border-dashed px-2 pt-3 pb-1">
            <ul>
              {document.faults.map((fault) =>
                fault.phase === phase ? (
                  <FaultCard
                    key={fault.id}
                    {...{ fault, document, editor, evidence, problems }}
                    isOpen={openFault?.id === fault.id}
                    isMeant={meantByCue.has(fault.type) || isCorrecting(fault.corrections)}
                    onOpen={(isOpen) => setOpen(isOpen ? { kind: 'fault', key: fault.id } : null)}
                  />
                ) : null,
              )}
            </ul>
            {document.faults.length < FAULTS_MOST && (
              <AddByTyping
                text="a fault"
                where={`in ${PHASE_NAMES[phase].toLowerCase()}`}
                label={`A fault in ${PHASE_NAMES[phase].toLowerCase()}`}
                placeholder="what goes wrong"
                most={40}
                find={(typed) => (typed === '' ? [] : wordsFound(lexicon.faultTypes.values(), typed, new Set()))}
                onTake={(id) => addFault(phase, lexicon.faultTypes.get(id)!)}
                onNew={(name) =>
                  addFault(
                    phase,
                    newFaultType(name, (id) => lexicon.faultTypes.has(id)),
                  )
                }
                newText={(name) => `a new kind of fault: “${name}”`}
                problemOf={(name) => (name.length < 2 ? 'Two letters at least.' : null)}
              />
            )}
          </div>
        ))}
      </div>
    </section>
  );

  function addFault(phase: Phase, type: FaultType): void {
    const seen = seenElsewhere(type.id) ?? `${type.name}.`;
    const made = withNewFault(document, phase, type, seen);
    hands.changeDraft((draft) => ({
      ...(lexicon.faultTypes.has(type.id) ? draft : withWord(draft, 'faultTypes', type)),
      document: withNewFault(draft.document, phase, type, seen),
    }));
    setOpen({ kind: 'fault', key: made.faults.at(-1)!.id });
  }

  /** How the same is seen on the nearest movement: a beginning to be reworded. */
  function seenElsewhere(type: string): string | undefined {
    const of = ({ document: other }: (typeof editor.library.revisions)[number]) =>
      other.faults.find((fault) => fault.type === type)?.seen;
    const { revisions } = editor.library;
    const isAlike = (other: MovementDocument) => other.family === document.family || other.pattern === document.pattern;
    return revisions
      .filter(({ document: other }) => isAlike(other))
      .map(of)
      .find((seen) => seen !== undefined);
  }
}

interface PhaseWordsProps {
  readonly phase: Phase;
  readonly phases: readonly Phase[];
  readonly document: MovementDocument;
  readonly editor: Editor;
}

/** What is done in a phase, and the breath. */
function PhaseWords({ phase, phases, document, editor }: PhaseWordsProps) {
  const { hands } = editor;
  const text = document.phases.find((each) => each.phase === phase);
  const set = (part: { readonly does?: string; readonly breath?: Breath | undefined }) =>
    hands.change((before) => {
      const known = before.phases.find((each) => each.phase === phase);
      const { breath, ...rest } = { ...known, phase, does: known?.does ?? '', ...part };
      const next = { ...rest, ...(breath && { breath }) };
      const others = before.phases.filter((each) => each.phase !== phase);
      const all = next.does === '' ? others : [...others, next];
      return { ...before, phases: all.toSorted((a, b) => phases.indexOf(a.phase) - phases.indexOf(b.phase)) };
    });
  return (
    <>
      <EditableText
        label={`${PHASE_NAMES[phase]}, what is done`}
        value={text?.does ?? ''}
        most={400}
        empty="what is done"
        className="text-[0.95rem] leading-snug"
        problem={text && text.does.trim().length < 4 ? 'Four letters at least.' : null}
        onChange={(does) => set({ does })}
      />
      {text && (
        <Choice
          isQuiet
          label={`Breath in ${PHASE_NAMES[phase].toLowerCase()}`}
          none="goes on"
          value={text.breath ?? null}
          options={BREATHS.map((value) => ({ value, text: BREATH_WORDS[value] }))}
          onChoose={(value) => set({ breath: (value || undefined) as Breath | undefined })}
        />
      )}
    </>
  );
}
