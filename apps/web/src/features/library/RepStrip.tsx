import {
  PHASES_OF_RHYTHM,
  lowerFirst,
  type Breath,
  type Checkpoint,
  type Lexicon,
  type Phase,
  type ResolvedCue,
  type ResolvedFault,
  type ResolvedMovement,
} from '@waxwing/core/movement';
import clsx from 'clsx';
import { useId } from 'react';
import { PhaseStill } from '../../shared/figure/PhaseStill.tsx';
import { SeverityDrop } from '../../shared/Severity.tsx';

export const PHASE_NAMES: Readonly<Record<Phase, string>> = {
  'set-up': 'Set-up',
  lower: 'Lower',
  turn: 'Turn',
  lift: 'Lift',
  finish: 'Finish',
  enter: 'Enter',
  hold: 'Hold',
  leave: 'Leave',
  drive: 'Drive',
  land: 'Land',
};

interface RepStripProps {
  readonly movement: ResolvedMovement;
  readonly lexicon: Lexicon;
  /** The phase that the figure is in. */
  readonly phase: Phase | null;
  readonly onPhase: (phase: Phase) => void;
  readonly pickedFaultId: string | null;
  readonly onPickFault: (fault: ResolvedFault) => void;
}

/** A movement along its rep: a column for each phase with its still, breath above the line, cues on it, faults under it. */
export function RepStrip({ movement, lexicon, phase: current, onPhase, pickedFaultId, onPickFault }: RepStripProps) {
  const phases = PHASES_OF_RHYTHM[movement.document.rhythm];
  const main = phases[Math.min(1, phases.length - 1)]!;
  // A cue that isn't tied to a moment belongs to the part that lasts longest.
  const cuesAt = (phase: Phase) => movement.cues.filter((cue) => (phases.includes(cue.phase!) ? cue.phase : main) === phase);
  const faultsAt = (phase: Phase) => movement.faults.filter((fault) => fault.phase === phase);
  const checksAt = (phase: Phase) => movement.checkpoints.filter((check) => check.phase === phase);
  const columns = { '--phases': phases.length } as React.CSSProperties;

  return (
    <section aria-label="Rep strip" className="overflow-x-auto">
      <div className="grid min-w-[46rem] grid-cols-[repeat(var(--phases),minmax(0,1fr))]" style={columns}>
        {phases.map((phase) => (
          <div key={phase} className="border-base-300 flex flex-col border-l border-dashed px-3 pb-2">
            <h2 className="text-lg">
              {movement.document.figure ? (
                <button
                  type="button"
                  className="flex w-full cursor-pointer flex-col items-start text-left"
                  aria-pressed={current === phase}
                  onClick={() => onPhase(phase)}
                >
                  <span className="flex h-28 w-full items-end justify-center">
                    <PhaseStill
                      document={movement.document}
                      lexicon={lexicon}
                      phase={phase}
                      isInRepFrame
                      className="max-h-28 max-w-full min-h-0"
                    />
                  </span>
                  <span className={clsx('mt-1', current === phase && 'tail')}>{PHASE_NAMES[phase]}</span>
                </button>
              ) : (
                PHASE_NAMES[phase]
              )}
            </h2>
            <p className="text-quiet mt-1.5 text-[0.95rem] leading-snug">
              {movement.document.phases.find((each) => each.phase === phase)?.does}
            </p>
          </div>
        ))}
        <BreathLine breaths={phases.map((phase) => movement.document.phases.find((each) => each.phase === phase)?.breath)} />
        {phases.map((phase) => (
          <ul key={phase} className="border-base-300 border-l border-dashed px-3 pb-3 leading-snug">
            <Cues cues={cuesAt(phase)} />
          </ul>
        ))}
        <div className="border-base-content col-span-full border-t-2" />
        {phases.map((phase) => (
          <ul key={phase} className="border-base-300 border-l border-dashed px-3 pt-3 pb-1">
            {faultsAt(phase).map((fault) => (
              <Fault
                key={fault.faultId}
                fault={fault}
                isPicked={fault.faultId === pickedFaultId}
                {...(movement.document.figure && { onPick: () => onPickFault(fault) })}
              />
            ))}
          </ul>
        ))}
        {movement.checkpoints.length > 0 && (
          <ul
            aria-label="A good rep"
            className="border-base-300 col-span-full grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-x-5 border-t px-3 pt-2"
          >
            {phases.flatMap((phase) => checksAt(phase).map((check) => <Check key={check.id} check={check} phase={phase} />))}
          </ul>
        )}
      </div>
    </section>
  );
}

/** So many are enough to choose from at a glance; the library’s order says which. */
const CUES_AT_ONCE = 3;

function Cues({ cues }: { cues: readonly ResolvedCue[] }) {
  // One more is no reason to hide it.
  const shown = cues.length <= CUES_AT_ONCE + 1 ? cues : cues.slice(0, CUES_AT_ONCE);
  const more = cues.slice(shown.length);
  return (
    <>
      {shown.map((cue) => (
        <Cue key={cue.cueId} cue={cue} />
      ))}
      {more.length > 0 && (
        <li>
          <details>
            <summary className="text-quiet min-h-11 cursor-pointer py-2">{more.length} more</summary>
            <ul>
              {more.map((cue) => (
                <Cue key={cue.cueId} cue={cue} />
              ))}
            </ul>
          </details>
        </li>
      )}
    </>
  );
}

/** A cue; a tap on it opens the longer word for who doesn't get the short one. */
function Cue({ cue }: { cue: ResolvedCue }) {
  if (!cue.explain) return <li className="py-0.5">“{cue.text}”</li>;
  return (
    <li className="py-0.5">
      <details>
        <summary className="decoration-base-300 cursor-pointer list-none underline decoration-dotted underline-offset-4">
          “{cue.text}”
        </summary>
        <span className="text-quiet text-base">
          {cue.kind}: {lowerFirst(cue.explain)}
        </span>
      </details>
    </li>
  );
}

function Check({ check, phase }: { check: Checkpoint; phase: Phase }) {
  return (
    <li className="text-success flex gap-2 py-1 leading-snug">
      <span aria-hidden="true">✓</span>
      <span>
        {check.look}
        {check.fromDeg !== undefined && check.toDeg !== undefined && (
          <span className="figures">
            , {check.fromDeg} to {check.toDeg}°
          </span>
        )}
        <span className="text-quiet block text-sm">
          {PHASE_NAMES[phase].toLowerCase()} · seen from the {check.view}
        </span>
      </span>
    </li>
  );
}

/** Where a fault's corrections stand on the page. */
export function anchorOf(fault: ResolvedFault): string {
  return fault.faultId.split('/')[1] ?? fault.faultId;
}

function Fault({ fault, isPicked, onPick }: { fault: ResolvedFault; isPicked: boolean; onPick?: () => void }) {
  return (
    <li className="flex gap-2 py-1">
      <span className="pt-1">
        <SeverityDrop severity={fault.severity} />
      </span>
      <span className="leading-snug">
        {onPick ? (
          <button type="button" aria-pressed={isPicked} className="cursor-pointer text-left hover:underline" onClick={onPick}>
            <span className={clsx(isPicked && 'tail font-bold')}>{fault.name}</span>
          </button>
        ) : (
          <a href={`#${anchorOf(fault)}`} className="hover:underline">
            {fault.name}
          </a>
        )}
        <span className="text-quiet block text-sm">
          {fault.severity} · seen from the {fault.views.join(' or ')}
        </span>
      </span>
    </li>
  );
}

const BREATH_HEIGHT: Readonly<Record<Breath, number>> = { in: 8, out: 34, hold: 8, easy: 26 };
const BREATH_WORDS: Readonly<Record<Breath, string>> = { in: 'breathe in', out: 'breathe out', hold: 'hold', easy: 'easy' };

/** The chest as a line: up while air comes in, down while it goes. */
function BreathLine({ breaths }: { breaths: readonly (Breath | undefined)[] }) {
  const id = useId();
  const width = 1000;
  const step = width / breaths.length;
  let level = BREATH_HEIGHT.easy;
  let path = `M0 ${level}`;
  breaths.forEach((breath, i) => {
    const next = breath ? BREATH_HEIGHT[breath] : level;
    const x = i * step;
    path += ` C${x + step * 0.4} ${level} ${x + step * 0.6} ${next} ${x + step} ${next}`;
    level = next;
  });
  return (
    <div className="relative col-span-full h-12" role="img" aria-labelledby={id}>
      <svg viewBox={`0 0 ${width} 44`} preserveAspectRatio="none" className="text-secondary absolute inset-0 h-full w-full">
        <path d={path} fill="none" stroke="currentColor" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
      <span id={id} className="sr-only">
        Breath: {breaths.map((breath) => (breath ? BREATH_WORDS[breath] : 'goes on')).join(', ')}
      </span>
      {breaths.map(
        (breath, i) =>
          (breath === 'in' || breath === 'out') && (
            <span
              key={i}
              aria-hidden="true"
              className="text-quiet bg-base-100 absolute px-1 text-sm"
              style={{ left: `${((i + 0.5) / breaths.length) * 100}%`, top: '26%', transform: 'translateX(-50%)' }}
            >
              {BREATH_WORDS[breath]}
            </span>
          ),
      )}
    </div>
  );
}
