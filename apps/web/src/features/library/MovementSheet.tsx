import { PHASES_OF_RHYTHM, doseText, feltIn, tempoText, type Phase, type ResolvedMovement } from '@waxwing/core/movement';
import { PhaseStill } from '../../shared/figure/PhaseStill.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { SeverityDrop } from '../../shared/Severity.tsx';
import { PHASE_NAMES } from './RepStrip.tsx';
import { stepsOf } from './FaultCorrections.tsx';

/** Everything of a movement on one sheet of paper. On the screen it isn't there. */
export function MovementSheet({ movement, library }: { movement: ResolvedMovement; library: IndexedLibrary }) {
  const { document } = movement;
  const { lexicon } = library;
  const phases = PHASES_OF_RHYTHM[document.rhythm];
  const felt = feltIn(document, lexicon);
  const cuesAt = (phase: Phase, isFirst: boolean) =>
    movement.cues.filter((cue) => (phases.includes(cue.phase!) ? cue.phase === phase : isFirst));
  const kit = document.kit.needed.map((id) => lexicon.kit.get(id)?.name ?? id).join(', ') || 'nothing';
  return (
    <article className="hidden bg-white text-[8.5pt] leading-[1.25] text-black print:block" data-testid="sheet">
      <header className="flex items-baseline justify-between border-b-2 border-black pb-1">
        <h1 className="text-[20pt]">{document.name}</h1>
        <p>
          {document.sets} sets of {doseText(document.dose)}, {document.restSeconds} s rest
          {document.tempo && `, ${tempoText(document.tempo)}`}
        </p>
      </header>
      <div className="mt-2 grid" style={{ gridTemplateColumns: `repeat(${phases.length}, minmax(0, 1fr))` }}>
        {phases.map((phase, i) => (
          <div key={phase} className="border-l border-black/30 px-2">
            <span className="flex h-20 items-end justify-center">
              <PhaseStill document={document} lexicon={lexicon} phase={phase} isInRepFrame className="max-h-20 max-w-full" />
            </span>
            <h2 className="mt-1 text-[11pt]">{PHASE_NAMES[phase]}</h2>
            <p>{document.phases.find((each) => each.phase === phase)?.does}</p>
            {cuesAt(phase, i === 1).map((cue) => (
              <p key={cue.cueId} className="mt-0.5 font-bold">
                “{cue.text}”
              </p>
            ))}
          </div>
        ))}
      </div>
      <div className="mt-3 grid grid-cols-[2fr_3fr] gap-x-6">
        <section>
          <h2 className="text-[12pt]">Set up</h2>
          <ul className="list-disc pl-4">
            {document.setUp.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <p className="mt-1">
            <b>Kit:</b> {kit}
          </p>
          {document.range && (
            <p>
              <b>Stops:</b> {document.range.stops}
            </p>
          )}
          {felt.not.length > 0 && (
            <p>
              <b>Not felt in:</b> {felt.not.map(({ place }) => place).join('; ')}
            </p>
          )}
          <h2 className="mt-2 text-[12pt]">Easier, harder</h2>
          <p>{document.eases.map(({ text }) => text).join(' · ')}</p>
          {library.ladder.easierFrom(document.id).map((step) => (
            <p key={step.from}>← {library.nameOf(step.from)}</p>
          ))}
          {library.ladder.harderFrom(document.id).map((step) => (
            <p key={step.to}>
              → {library.nameOf(step.to)} ({step.levers.map((lever) => lexicon.levers.get(lever)?.name ?? lever).join(', ')})
            </p>
          ))}
          <h2 className="mt-2 text-[12pt]">Limit it when</h2>
          {document.cautions.map(({ caution, limit }) => (
            <p key={caution}>
              <b>{lexicon.cautions.get(caution)?.name ?? caution}:</b> {limit}
            </p>
          ))}
        </section>
        <section>
          <h2 className="text-[12pt]">When it goes wrong</h2>
          {movement.faults.map((fault) => (
            <div key={fault.faultId} className="border-t border-black/30 py-1">
              <p className="flex gap-1.5">
                <span className="pt-0.5">
                  <SeverityDrop severity={fault.severity} />
                </span>
                <span>
                  <b>{fault.name}</b> ({fault.severity}, from the {fault.views.join(' or ')}): {fault.seen}
                </span>
              </p>
              <p className="pl-5">
                {[...stepsOf(fault, movement), ...(fault.regressTo ? [library.nameOf(fault.regressTo)] : [])].join(' → ')}
              </p>
            </div>
          ))}
        </section>
      </div>
      <p className="mt-2 border-t border-black/30 pt-1 text-[8pt]">
        Supports a trainer’s judgement; it doesn’t diagnose or treat. Sharp, joint or radiating pain ends the set and goes to a
        clinician.
      </p>
    </article>
  );
}
