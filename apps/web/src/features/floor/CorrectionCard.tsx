import { lowerFirst, upperFirst, type CueOutcome } from '@waxwing/core/movement';
import type { Change, TriagedFault } from '@waxwing/core/coaching';
import {
  calledOf,
  fitsCue,
  hurtToAsk,
  lighterLoad,
  typedSlug,
  type BriefIndex,
  type CorrectionStep,
  type LaneSituation,
} from '@waxwing/core/session';
import clsx from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { FaultStill, viewOf } from '../../shared/figure/FaultStill.tsx';
import { SeverityDrop } from '../../shared/Severity.tsx';
import { fromText } from '../../shared/viewWords.ts';
import { Dialog } from '../../shared/Dialog.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { laneTaps, type LaneTaps } from './laneTaps.ts';
import { TypeIt } from './TypeIt.tsx';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { holdOf } from '../../shared/typedLoad.ts';
import { workingSideOf } from './workingSide.ts';

interface CorrectionCardProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly correction: CorrectionStep;
  /** Who else is on the floor: what is said to one may fit them too. */
  readonly others: readonly LaneSituation[];
  readonly live: FloorSession;
  readonly taps: LaneTaps;
}

/** What to put right first and why; what to say; what it did; what to change when saying doesn't help. */
export function CorrectionCard({ index, situation, correction, others, live, taps }: CorrectionCardProps) {
  const { triage, waitingFor, isCueingSpent, isChanged, cues, unlikeBefore } = correction;
  const isTight = others.length > 0;
  // How what was typed looks nobody knows.
  const hasPicture = situation.movement.document.figure && !typedSlug(triage.first.fault.faultId);
  const isSpent = isCueingSpent || cues.length === 0;
  const step = triage.endSet ? 'end' : waitingFor ? 'said' : isSpent && !isChanged ? 'change' : 'look-again';
  // Seen again after a change: the next change comes up. Not said yet: the cue does.
  const stillThere = () => (isSpent ? taps.see(triage.first.fault.faultId, triage.first.side) : taps.sayIt());
  // Where tiles lie below it, as on a phone, whoever has tapped one is brought to what there is to say.
  const card = useRef<HTMLElement>(null);
  const about = `${triage.first.fault.faultId} ${triage.first.side ?? ''}`;
  useEffect(() => {
    if ((card.current?.getBoundingClientRect().top ?? 0) < 0) card.current?.scrollIntoView({ block: 'start' });
  }, [about]);
  return (
    <section
      ref={card}
      aria-label="Correction"
      className={clsx(
        'bg-panel grid flex-1 grid-rows-[auto_1fr] gap-x-5 rounded-2xl px-5 py-3',
        !isTight && 'md:px-6',
        // The figure beside the words on a phone, on the left under them where there is room.
        hasPicture ? 'grid-cols-[minmax(0,1fr)_5.5rem]' : 'grid-cols-[minmax(0,1fr)]',
        hasPicture &&
          (isTight
            ? 'md:grid-cols-[6.5rem_minmax(0,1fr)] lg:grid-cols-[9rem_minmax(0,1fr)]'
            : 'md:grid-cols-[13rem_minmax(0,1fr)] lg:max-xl:grid-cols-[9rem_minmax(0,1fr)]'),
      )}
    >
      <div className="flex items-start justify-between gap-x-4 md:col-span-full lg:max-xl:flex-wrap">
        <WhatFirst correction={correction} />
        {/* Where there is room it is asked beside what was seen; else under what was said. */}
        <DoesItHurt situation={situation} taps={taps} className="hidden lg:flex" />
      </div>
      {hasPicture && <FirstFault index={index} situation={situation} first={triage.first} />}
      <div className="col-span-full flex min-w-0 flex-col md:col-span-1">
        {step === 'end' && (
          <div className="mt-3">
            <p className="heading text-3xl leading-tight md:text-4xl">End the set</p>
            <p className="mt-1 text-lg">
              {triage.endSet}.{unlikeBefore && ` ${upperFirst(unlikeBefore)}.`}
            </p>
            <div className="mt-4 flex flex-wrap gap-3">
              <button type="button" className="btn btn-primary min-h-16 px-8 text-xl" onClick={() => taps.end('fault')}>
                End the set now
              </button>
              <button type="button" className="btn min-h-16 px-6 text-lg" onClick={taps.gone}>
                It’s gone, go on
              </button>
            </div>
          </div>
        )}
        {step === 'said' && (
          <SaidCue correction={correction} others={others} live={live} asksHurt={hurtToAsk(situation) !== null} taps={taps} />
        )}
        <DoesItHurt situation={situation} taps={taps} className="flex flex-wrap lg:hidden" />
        {step === 'look-again' && (
          <div className="mt-3">
            <p className="heading text-3xl leading-tight md:text-4xl">Look again: {lowerFirst(triage.first.fault.name)}?</p>
            <p className="mt-1 text-lg">{triage.first.fault.seen}</p>
            <div className="mt-4 flex flex-wrap gap-3">
              <button type="button" className="btn btn-primary min-h-16 px-8 text-xl" onClick={stillThere}>
                Still there
              </button>
              <button type="button" className="btn btn-success min-h-16 px-8 text-xl" onClick={taps.gone}>
                Gone
              </button>
            </div>
          </div>
        )}
        {step === 'change' && (
          <p className="heading mt-3 text-3xl leading-tight md:text-4xl">
            {cues.length === 0 && !isCueingSpent ? 'Nothing to say for it yet.' : 'Enough said. Change something.'}
          </p>
        )}
        <Changes
          index={index}
          situation={situation}
          correction={correction}
          taps={taps}
          isDue={step === 'change'}
          isTight={isTight}
        />
        {step === 'change' && (
          <div className="mt-3 flex flex-wrap gap-3">
            <button type="button" className="btn btn-success min-h-14 text-lg" onClick={taps.gone}>
              It’s gone
            </button>
            {cues.some((ranked) => !ranked.spent) && (
              <button type="button" className="btn min-h-14 text-lg" onClick={taps.sayAnotherWay}>
                Say it another way all the same
              </button>
            )}
            <SaySomethingElse taps={taps} />
          </div>
        )}
      </div>
    </section>
  );
}

/** The fault over the good rep, from where the trainer stands if it can be seen from there. */
function FirstFault({ index, situation, first }: { index: BriefIndex; situation: LaneSituation; first: TriagedFault }) {
  const { drawn, lane } = situation;
  const { fault, side } = first;
  const view = viewOf(fault, lane.view);
  return (
    <figure className="flex flex-col items-center justify-start md:mt-2 [@media(max-height:30rem)]:hidden">
      <FaultStill
        document={drawn}
        lexicon={index.lexicon}
        fault={fault}
        view={lane.view}
        workingSide={workingSideOf(situation)}
        hasArrow
        isDescribed
        className="max-h-28 min-h-0 w-full md:max-h-72"
        {...(side && { side })}
      />
      <figcaption className="text-quiet mt-1 text-center text-sm leading-tight">
        {side ? `${side}, ` : ''}
        {fromText(view)}
        {view !== lane.view && ': go there to see it'}
      </figcaption>
    </figure>
  );
}

function named({ fault, side }: TriagedFault): string {
  return side ? `${lowerFirst(fault.name)}, ${side}` : lowerFirst(fault.name);
}

function WhatFirst({ correction: { triage } }: { correction: CorrectionStep }) {
  const { first, parked, reasons } = triage;
  return (
    <div className="min-w-0 text-lg leading-snug">
      <p className="flex items-baseline gap-2">
        <SeverityDrop severity={first.severity} size={16} />
        <span>
          First: <b>{named(first)}</b>
          {reasons.length > 0 && <span className="text-quiet"> — {reasons.join('; ')}</span>}
        </span>
      </p>
      {parked.map((other) => (
        <p key={`${other.fault.faultId}${other.side ?? ''}`} className="text-quiet">
          Waits: {named(other)}
          {other.because && `; ${other.because}`}
        </p>
      ))}
    </div>
  );
}

const OUTCOMES: readonly { readonly outcome: CueOutcome; readonly word: string }[] = [
  { outcome: 'fixed', word: 'Fixed' },
  { outcome: 'better', word: 'Better' },
  { outcome: 'same', word: 'Same' },
  { outcome: 'worse', word: 'Worse' },
];

/** What shows on one side only makes one ask, once. */
function DoesItHurt({ situation, taps, className }: { situation: LaneSituation; taps: LaneTaps; className: string }) {
  const asked = hurtToAsk(situation);
  if (!asked) return null;
  return (
    <div className={clsx('my-1 shrink-0 items-center gap-2', className)} role="group" aria-label="Does it hurt?">
      <b className="basis-full text-lg leading-tight lg:max-w-20 lg:basis-auto">Does it hurt?</b>
      {(
        [
          ['no', 'No'],
          ['effort', 'Effort'],
        ] as const
      ).map(([answer, text]) => (
        <button
          key={answer}
          type="button"
          className="btn min-h-14 px-5 text-lg"
          onClick={() => taps.hurts(asked.faultId, answer)}
        >
          {text}
        </button>
      ))}
      <button
        type="button"
        className="border-error text-error min-h-14 cursor-pointer rounded-xl border-2 px-4 text-lg font-bold"
        onClick={() => taps.hurts(asked.faultId, 'yes')}
      >
        Yes
      </button>
    </div>
  );
}

type SaidCueProps = Pick<CorrectionCardProps, 'correction' | 'others' | 'live' | 'taps'> & {
  /** Where there is little room, one thing is asked at a time. */
  readonly asksHurt: boolean;
};

function SaidCue({ correction, others, live, asksHurt, taps }: SaidCueProps) {
  const { waitingFor, cues, unlikeBefore } = correction;
  const said = cues.find((ranked) => ranked.cue.cueId === waitingFor?.cueId);
  const hasAnother = cues.some((ranked) => ranked.cue.cueId !== waitingFor?.cueId && !ranked.spent);
  const hearers = waitingFor ? others.filter((other) => fitsCue(other, waitingFor.cueId)) : [];
  return (
    <div className="mt-2">
      {/* On a tablet that lies, the change to try has to stand under it without scrolling. */}
      <p
        className={clsx(
          'heading text-4xl leading-[1.05] text-balance',
          others.length === 0 && '[@media(min-height:54rem)]:md:text-5xl',
        )}
        data-testid="cue"
      >
        {waitingFor?.text}
      </p>
      {said && (
        <p className="mt-2 text-lg" data-testid="cue-reason">
          {said.reasons[0]?.startsWith('no history') && typedSlug(said.cue.cueId)
            ? 'Typed just now.'
            : `${upperFirst([...(unlikeBefore ? [unlikeBefore] : []), ...said.reasons].join('; '))}.`}
        </p>
      )}
      {/* On a low screen, or with large text, what it did comes before why it is said. */}
      {said?.cue.explain && others.length === 0 && (
        <p className="text-quiet [@media(max-height:30rem)]:hidden">{said.cue.explain}</p>
      )}
      <OutcomeButtons onOutcome={taps.outcome} isTight={others.length > 0} />
      <div className={clsx('flex flex-wrap items-center gap-x-5', asksHurt && others.length > 0 && 'md:hidden lg:flex')}>
        {hasAnother && (
          <button type="button" className="link min-h-14 cursor-pointer text-lg" onClick={taps.sayAnotherWay}>
            Say it another way
          </button>
        )}
        {waitingFor && hearers.length > 0 && (
          <button
            type="button"
            className="link min-h-14 cursor-pointer text-lg"
            onClick={() => hearers.forEach(({ lane }) => laneTaps(live, lane.laneId).hear(waitingFor.cueId))}
          >
            Say it to {hearers.map(({ client }) => calledOf(client)).join(' and ')} too
          </button>
        )}
        <SaySomethingElse taps={taps} />
      </div>
    </div>
  );
}

/** A cue that the library doesn’t have. */
export function SaySomethingElse({ taps }: { taps: LaneTaps }) {
  return (
    <TypeIt
      text="Say something else"
      label="What do you say?"
      placeholder="what you call out"
      most={60}
      done="Said"
      onTyped={taps.sayTyped}
    />
  );
}

/** What the next reps showed. None of them looks chosen before it is. */
export function OutcomeButtons({ onOutcome, isTight = false }: { onOutcome: (outcome: CueOutcome) => void; isTight?: boolean }) {
  return (
    <div
      className={clsx('mt-3 grid max-w-2xl grid-cols-2 gap-2', isTight ? 'lg:grid-cols-4' : 'sm:grid-cols-4')}
      role="group"
      aria-label="What did it do?"
    >
      {OUTCOMES.map(({ outcome, word }) => (
        <button
          key={outcome}
          type="button"
          className="border-base-content hover:bg-base-200 min-h-16 cursor-pointer rounded-2xl border-2 text-xl font-bold lg:max-xl:text-base"
          onClick={() => onOutcome(outcome)}
        >
          {word}
        </button>
      ))}
    </div>
  );
}

interface ChangesProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly correction: CorrectionStep;
  readonly taps: LaneTaps;
  /** Saying didn't help: the smallest change is what comes next. */
  readonly isDue: boolean;
  readonly isTight: boolean;
}

function Changes({ index, situation, correction, taps, isDue, isTight }: ChangesProps) {
  const [editsLoad, setEditsLoad] = useState<Change | null>(null);
  const [first, ...rest] = correction.changes;
  if (!first) return isDue ? <p className="mt-2 text-lg">Nothing smaller is left: end the set, or swap from the list.</p> : null;
  const lighter = lighterLoad({ index, situation });
  const isLoad = (change: Change) => change.kind === 'lever' && change.lever === 'load' && change.load === undefined;
  // One step of this room's is one tap; without a rack the weight has to be said.
  const make = (change: Change) => (isLoad(change) && !lighter ? setEditsLoad(change) : taps.change(change));
  const textOf = (change: Change) => (isLoad(change) && lighter ? `Take ${lighter.how}` : change.text);
  const leversOf = (change: Change) =>
    change.kind === 'swap'
      ? change.levers.map((lever) => index.lexicon.levers.get(lever)?.name ?? lever).join(', ')
      : change.kind === 'lever'
        ? (index.lexicon.levers.get(change.lever)?.name ?? change.lever)
        : change.kind;
  return (
    <div className="border-base-300 mt-auto border-t pt-2">
      <p className="text-quiet">{isDue ? 'The smallest change first' : 'If it stays, the smallest change first'}</p>
      <div className="mt-1 flex flex-wrap items-center gap-x-1 gap-y-0">
        <button
          type="button"
          title={first.why}
          className={clsx('btn py-2 text-left', isDue ? 'btn-primary min-h-16 px-6 text-xl' : 'min-h-14 px-5 text-lg')}
          onClick={() => make(first)}
        >
          {textOf(first)} <span className="text-sm font-normal opacity-80">{leversOf(first)}</span>
        </button>
        {rest.slice(0, isDue ? 4 : isTight ? 0 : 1).map((change) => (
          <button
            key={change.key}
            type="button"
            title={change.why}
            className="btn btn-ghost min-h-14 px-3 py-2 text-left text-base font-normal"
            onClick={() => make(change)}
          >
            then {lowerFirst(textOf(change))}
          </button>
        ))}
      </div>
      {isDue && <p className="text-quiet mt-1 text-sm">{upperFirst(first.why)}.</p>}
      {editsLoad && (
        <Dialog title="Lighter, from the next rep on" onClose={() => setEditsLoad(null)}>
          <LoadChoice
            load={situation.item.load}
            rack={index.rack(situation.item.movementId)}
            hold={holdOf(situation.movement.document)}
            unit={situation.client.unit ?? 'kg'}
            onTake={(load) => {
              taps.change(editsLoad, load);
              setEditsLoad(null);
            }}
          />
        </Dialog>
      )}
    </div>
  );
}
