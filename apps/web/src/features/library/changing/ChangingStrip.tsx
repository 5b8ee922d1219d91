import {
  PHASES_OF_RHYTHM,
  SEVERITIES,
  CUE_KINDS,
  CUE_MAX_WORDS,
  isCallable,
  type CueKind,
  type Lexicon,
  type MovementCue,
  type MovementDocument,
  type Phase,
  type Severity,
} from '@waxwing/core/movement';
import { Plus, Trash2 } from 'lucide-react';
import { v4 } from 'uuid';
import { PhaseStill } from '../../../shared/figure/PhaseStill.tsx';
import { Choice } from '../../../shared/Choice.tsx';
import { SeverityDrop } from '../../../shared/Severity.tsx';
import { PHASE_NAMES } from '../RepStrip.tsx';
import { EditableText } from './EditableText.tsx';

/** Of a risk fault: what is said while it has no way out. */
const WAY_OUT = 'A risk needs something easier to go back to, or when to stop.';

interface ChangingStripProps {
  readonly document: MovementDocument;
  /** What the pictures are drawn of: the same from one letter to the next. */
  readonly pictured: MovementDocument;
  readonly lexicon: Lexicon;
  readonly onChange: (part: Partial<MovementDocument>) => void;
}

/** The strip as its own editor: what stands there is changed there. */
export function ChangingStrip({ document, pictured, lexicon, onChange }: ChangingStripProps) {
  const phases = PHASES_OF_RHYTHM[document.rhythm];
  const main = phases[Math.min(1, phases.length - 1)]!;
  const phaseOf = (cue: MovementCue) => {
    const phase = cue.phase ?? (cue.shared ? lexicon.cues.get(cue.shared)?.phase : undefined);
    return phase && phases.includes(phase) ? phase : main;
  };
  const columns = { '--phases': phases.length } as React.CSSProperties;
  const setCue = (at: number, part: Partial<MovementCue>) =>
    onChange({ cues: document.cues.map((cue, i) => (i === at ? { ...cue, ...part } : cue)) });
  return (
    <section aria-label="Rep strip, being changed" className="overflow-x-auto">
      <div className="grid min-w-[46rem] grid-cols-[repeat(var(--phases),minmax(0,1fr))]" style={columns}>
        {phases.map((phase) => (
          <div key={phase} className="border-base-300 flex flex-col border-l border-dashed px-3 pb-2">
            <span className="flex h-20 w-full items-end justify-center">
              <PhaseStill document={pictured} lexicon={lexicon} phase={phase} isInRepFrame className="max-h-20 max-w-full" />
            </span>
            <h2 className="text-lg">{PHASE_NAMES[phase]}</h2>
            <EditableText
              label={`${PHASE_NAMES[phase]}, what is done`}
              value={document.phases.find((each) => each.phase === phase)?.does ?? ''}
              most={400}
              className="text-[0.95rem] leading-snug"
              onChange={(does) => onChange({ phases: phasesWith(document, phases, phase, does) })}
            />
          </div>
        ))}
        <div className="border-base-300 col-span-full border-t" />
        {phases.map((phase) => (
          <div key={phase} className="border-base-300 border-l border-dashed px-3 py-3">
            <ul className="leading-snug">
              {document.cues.map((cue, at) =>
                phaseOf(cue) === phase ? (
                  <ChangingCue
                    key={cue.shared ?? cue.id}
                    cue={cue}
                    phase={phase}
                    phases={phases}
                    lexicon={lexicon}
                    onChange={(part) => setCue(at, part)}
                    onRemove={() => onChange({ cues: document.cues.filter((_, i) => i !== at) })}
                  />
                ) : null,
              )}
            </ul>
            <button
              type="button"
              className="btn btn-ghost mt-1 min-h-11 w-full justify-start px-1 font-normal"
              onClick={() => onChange({ cues: [...document.cues, newCue(phase)] })}
            >
              <Plus aria-hidden="true" size={16} /> a cue<span className="sr-only"> in {PHASE_NAMES[phase].toLowerCase()}</span>
            </button>
          </div>
        ))}
        <div className="border-base-content col-span-full border-t-2" />
        {phases.map((phase) => (
          <ul key={phase} className="border-base-300 border-l border-dashed px-3 pt-3 pb-1">
            {document.faults.map((fault, at) => {
              if (fault.phase !== phase) return null;
              const name = fault.name ?? lexicon.faultTypes.get(fault.type)?.name ?? fault.type;
              const set = (part: Partial<typeof fault>) =>
                onChange({ faults: document.faults.map((each, i) => (i === at ? { ...each, ...part } : each)) });
              return (
                <li key={fault.id} className="py-1 leading-snug">
                  <span className="flex items-center gap-2">
                    <SeverityDrop severity={fault.severity} />
                    <b>{name}</b>
                  </span>
                  <Choice
                    isQuiet
                    label={`${name}, how serious`}
                    none="how serious"
                    value={fault.severity}
                    options={SEVERITIES.map((value) => ({ value, text: value }))}
                    onChoose={(value) => value && set({ severity: value as Severity })}
                  />
                  <EditableText
                    label={`${name}, what is seen`}
                    value={fault.seen}
                    most={240}
                    className="text-[0.95rem]"
                    onChange={(seen) => set({ seen })}
                  />
                  {(fault.severity === 'risk' || fault.stopWhen !== undefined) && (
                    <>
                      <span className="text-quiet px-1 text-sm">stop when</span>
                      <EditableText
                        label={`${name}, when to stop`}
                        value={fault.stopWhen ?? ''}
                        most={200}
                        className="text-[0.95rem]"
                        problem={fault.severity === 'risk' && !fault.regressTo && !fault.stopWhen ? WAY_OUT : null}
                        onChange={(stopWhen) => set({ stopWhen: stopWhen === '' ? undefined : stopWhen })}
                      />
                    </>
                  )}
                </li>
              );
            })}
          </ul>
        ))}
      </div>
    </section>
  );
}

interface ChangingCueProps {
  readonly cue: MovementCue;
  readonly phase: Phase;
  readonly phases: readonly Phase[];
  readonly lexicon: Lexicon;
  readonly onChange: (part: Partial<MovementCue>) => void;
  readonly onRemove: () => void;
}

function ChangingCue({ cue, phase, phases, lexicon, onChange, onRemove }: ChangingCueProps) {
  const shared = cue.shared === undefined ? undefined : lexicon.cues.get(cue.shared);
  const text = cue.text ?? shared?.text ?? '';
  const name = text || 'the new cue';
  return (
    <li className="border-base-300 border-b py-1 last:border-0">
      {cue.shared === undefined ? (
        <EditableText
          label="Cue"
          value={cue.text ?? ''}
          most={60}
          problem={cueProblem(text)}
          onChange={(next) => onChange({ text: next })}
        />
      ) : (
        <p className="px-1 py-2">
          “{text}” <span className="text-quiet text-sm">shared with other movements</span>
        </p>
      )}
      <span className="-mt-1 flex flex-wrap items-center">
        <Choice
          isQuiet
          label={`Where “${name}” belongs`}
          none="where"
          value={phase}
          options={phases.map((value) => ({ value, text: PHASE_NAMES[value].toLowerCase() }))}
          onChoose={(value) => value && onChange({ phase: value as Phase })}
        />
        {cue.shared === undefined && (
          <Choice
            isQuiet
            label={`What kind of cue “${name}” is`}
            none="kind"
            value={cue.kind ?? null}
            options={CUE_KINDS.map((value) => ({ value, text: value }))}
            onChoose={(value) => value && onChange({ kind: value as CueKind })}
          />
        )}
        <button
          type="button"
          className="btn btn-ghost btn-square ml-auto min-h-11"
          aria-label={`Take out “${name}”`}
          onClick={onRemove}
        >
          <Trash2 aria-hidden="true" size={16} />
        </button>
      </span>
    </li>
  );
}

/** Said while it is typed, not after. */
function cueProblem(text: string): string | null {
  if (text.trim().length < 2) return 'What would you call out?';
  return isCallable(text) ? null : `Longer than ${CUE_MAX_WORDS} words: too long to call across a room.`;
}

function phasesWith(document: MovementDocument, order: readonly Phase[], phase: Phase, does: string) {
  const known = document.phases.some((each) => each.phase === phase);
  if (known) return document.phases.map((each) => (each.phase === phase ? { ...each, does } : each));
  return [...document.phases, { phase, does }].sort((a, b) => order.indexOf(a.phase) - order.indexOf(b.phase));
}

/** Its id lasts whatever it will say, and is nobody else's who adds one at the same time. */
function newCue(phase: Phase): MovementCue {
  return { id: `cue-${v4().slice(0, 8)}`, text: '', kind: 'external', phase };
}
