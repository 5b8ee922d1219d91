import { amountText, loadText, lowerFirst, unitText, upperFirst } from '@waxwing/core/movement';
import { answerOf, answersOf, effortScaleOf, thingText, type EffortScale } from '@waxwing/core/loading';
import { setUpText } from '@waxwing/core/client';
import {
  asksEffort,
  isAsAsked,
  nextSetAfter,
  plannedFor,
  nextSetText,
  piecesOf,
  segmentAmount,
  setUpFor,
  takenNextSet,
  worthSaying,
  type BriefIndex,
  type ItemState,
  type LaneSituation,
  type SessionState,
  type SetState,
} from '@waxwing/core/session';
import clsx from 'clsx';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { OutcomeButtons } from './CorrectionCard.tsx';
import type { LaneTaps } from './laneTaps.ts';
import { EnoughForToday } from './EnoughForToday.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { NumberDialog } from './NumberDialog.tsx';
import { setName } from './setWords.ts';
import { Dialog } from '../../shared/Dialog.tsx';
import { STRETCH_NAMES } from '../../shared/stretchWords.ts';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { holdOf } from '../../shared/typedLoad.ts';

/** The question of each scale. */
const ASKED: Readonly<Record<EffortScale, string>> = {
  words: 'How much was left?',
  reserve: 'How many more, clean?',
  rpe: 'How hard, out of ten?',
};

interface EndOfSetProps {
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly set: SetState;
  readonly taps: LaneTaps;
  readonly live: FloorSession;
}

/** The rest: what was done, how much was left, and the next set, already filled in. */
export function EndOfSet({ live, index, state, situation, set, taps }: EndOfSetProps) {
  const said = worthSaying(situation, set);
  const { item, movement, nextItem, goesOn, planned } = situation;
  const unit = unitText(item.dose.kind);
  const answer = answerOf(set);
  const next = answer ? nextSetAfter(index, situation, set, answer) : null;
  const scale = effortScaleOf(index.stances(situation.client.clientId));
  const decided = takenNextSet(state, set);
  const isLastSet = item.setIds.length >= item.sets;
  const isRamp = set.segments[0]!.part === 'ramp';
  const waiting = set.trials.findLast((trial) => !trial.outcome && trial.counts);
  const open = set.faults.filter((fault) => fault.status === 'open');
  const nameOf = (faultId: string) => movement.faults.find((fault) => fault.faultId === faultId)?.name ?? '';
  return (
    <section aria-label="End of set" className="bg-panel flex flex-1 flex-col gap-4 rounded-2xl px-5 py-4 md:px-7">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h2 className="text-2xl">{upperFirst(isRamp ? 'lighter set' : doneSetName(situation, set, index))} done</h2>
        {amountsOf(set, index, unit).map(({ segmentId, label, amount }) => (
          <Amount
            key={segmentId}
            label={label}
            amount={amount}
            onStep={(by) => taps.correctCount(segmentId, by)}
            onSay={(said) => taps.correctCount(segmentId, said - amount)}
          />
        ))}
        {isAsAsked(set) && <span className="text-quiet">as asked: nobody counted</span>}
      </div>
      {said && (
        <p className="text-success text-xl">
          Say it: <b>{said}</b>
        </p>
      )}
      <EnoughForToday live={live} index={index} state={state} situation={situation} />
      {open.length > 0 && <p>Still open: {open.map((fault) => lowerFirst(nameOf(fault.faultId))).join(', ')}.</p>}
      {waiting && (
        <div>
          <p>“{movement.cues.find((cue) => cue.cueId === waiting.cueId)?.text}”: what did it do?</p>
          <OutcomeButtons onOutcome={taps.outcomeInRest} />
        </div>
      )}
      {isRamp && <ComesNext index={index} situation={situation} />}
      {asksEffort(situation) && (
        <div>
          <h3 className="text-xl">{ASKED[scale]}</h3>
          <div
            className={clsx(
              'mt-1 grid max-w-2xl gap-2',
              scale === 'words' ? 'grid-cols-3' : scale === 'reserve' ? 'grid-cols-4' : 'grid-cols-6',
            )}
            role="group"
            aria-label={ASKED[scale]}
          >
            {answersOf(scale).map(({ text, effort, reserve }) => {
              const isSaid = set.effort === effort && (scale === 'words' || set.reserve === reserve);
              return (
                <button
                  key={text}
                  type="button"
                  aria-pressed={isSaid}
                  className={clsx(
                    'min-h-16 cursor-pointer rounded-2xl border-2 px-2 text-lg font-bold',
                    isSaid ? 'bg-neutral text-neutral-content border-transparent' : 'border-base-content hover:bg-base-200',
                  )}
                  onClick={() => taps.rate({ effort, ...(reserve !== undefined && { reserve }) })}
                >
                  {text}
                </button>
              );
            })}
          </div>
        </div>
      )}
      {next && asksEffort(situation) && (
        <div aria-label="Next set" role="group">
          {decided ? (
            <p className="text-xl">
              <span className="text-success font-bold">✓ Next set:</span> {decided.text}
            </p>
          ) : (
            <>
              <p className="text-quiet">
                {isLastSet ? 'If there is another set' : planned?.round ? 'In the next round' : 'Next set'}
              </p>
              <p className="heading text-3xl leading-tight" data-testid="next-set">
                {nextSetText(next, item.dose.kind)}
              </p>
              <p className="text-quiet">{next.reasons.join('; ')}</p>
              <div className="mt-2 flex flex-wrap gap-2">
                <button
                  type="button"
                  className={clsx('btn min-h-14 px-6 text-lg', !isLastSet && 'btn-primary')}
                  onClick={taps.takeNextSet}
                >
                  {next.kind === 'stop' ? 'Leave it for today' : 'Do that'}
                </button>
                <OwnNumbers taps={taps} index={index} situation={situation} unit={unit} />
              </div>
            </>
          )}
        </div>
      )}
      {nextItem && goesOn && (
        <button
          type="button"
          className="btn btn-primary mt-auto min-h-16 self-start px-8 text-xl"
          onClick={() => taps.goTo(nextItem.itemId)}
        >
          {/* In a round the same name comes again. */}
          On to {lowerFirst(index.nameOf(nextItem.movementId))}
          <LayOutNext index={index} state={state} situation={situation} nextItem={nextItem} />
        </button>
      )}
      {!nextItem && goesOn && <p className="mt-auto text-lg">That was the last on the list. Finish is at the top.</p>}
    </section>
  );
}

/** What to fetch in the rest for what comes next, and how it stands for this client. */
function LayOutNext({
  index,
  state,
  situation,
  nextItem,
}: Pick<EndOfSetProps, 'index' | 'state' | 'situation'> & { nextItem: ItemState }) {
  const document = index.revision(nextItem.movementId)?.document;
  if (!document) return null;
  const isLoaded = nextItem.load.kind !== 'bodyweight';
  const text = [
    isLoaded ? thingText(document, index.brief.inventory ?? null, nextItem.load) : '',
    setUpText(setUpFor(state, situation.client, nextItem.movementId) ?? undefined),
  ]
    .filter(Boolean)
    .join('; ');
  return text ? <span className="text-base font-normal opacity-90">lay out {text}</span> : null;
}

/** "Set 2 of 3", or the round. */
function doneSetName(situation: LaneSituation, set: SetState, index: BriefIndex): string {
  return setName({ item: situation.item, planned: plannedFor(index, situation.lane, situation.item, set) }, set.ordinal);
}

/** What was done, stretch by stretch; a hold in pieces once, with what all of them come to. */
function amountsOf(set: SetState, index: BriefIndex, unit: string) {
  const { movementId } = set.segments[0]!;
  return set.segments.flatMap((segment) => {
    const { side, change, manner, part } = segment;
    const pieces = piecesOf(set, segment);
    // The last piece stands for all: what is corrected is corrected there.
    if (pieces.length > 1 && pieces.at(-1) !== segment) return [];
    const longest = Math.max(...pieces.map((piece) => segmentAmount(piece)));
    const what = [
      side,
      manner && (manner === 'hold' ? 'held' : STRETCH_NAMES[manner]),
      part === 'follow-on' &&
        (segment.movementId === movementId ? loadText(segment.load) : lowerFirst(index.nameOf(segment.movementId))),
      change && lowerFirst(change.text),
      pieces.length > 1 && `${pieces.length} pieces, the longest ${longest} s`,
    ];
    const amount = pieces.length > 1 ? pieces.reduce((sum, each) => sum + segmentAmount(each), 0) : segmentAmount(segment);
    return [{ segmentId: segment.segmentId, amount, label: what.filter(Boolean).join(', ') || unit }];
  });
}

/** After a lighter set nobody is asked anything: what comes is as planned. */
function ComesNext({ index, situation }: Pick<EndOfSetProps, 'index' | 'situation'>) {
  const { asked, item } = situation;
  const document = index.revision(item.movementId)?.document;
  const load =
    asked.load.kind === 'bodyweight' || !document
      ? ''
      : ` with ${thingText(document, index.brief.inventory ?? null, asked.load)}`;
  return (
    <div>
      <p className="text-quiet">{asked.part === 'ramp' ? 'Another lighter set' : 'Now the work'}</p>
      <p className="heading text-3xl leading-tight" data-testid="next-set">
        {amountText(asked.target, asked.unit ?? item.dose.kind)}
        {load}
      </p>
    </div>
  );
}

interface AmountProps {
  readonly label: string;
  readonly amount: number;
  readonly onStep: (by: number) => void;
  /** The number itself: they counted, or it is noted afterwards. */
  readonly onSay: (amount: number) => void;
}

/** What was done of a stretch, and a way to put it right. */
export function Amount({ label, amount, onStep, onSay }: AmountProps) {
  const [asks, setAsks] = useState(false);
  return (
    <div className="flex items-center gap-1" role="group" aria-label={label}>
      <button
        type="button"
        aria-label={`One less, ${label}`}
        className="btn btn-square size-14"
        disabled={amount === 0}
        onClick={() => onStep(-1)}
      >
        <Minus size={20} />
      </button>
      <button
        type="button"
        aria-label={`Say how many, ${label}`}
        className="heading figures min-h-14 w-16 cursor-pointer rounded-xl text-center text-3xl underline decoration-dotted decoration-2 underline-offset-4"
        onClick={() => setAsks(true)}
      >
        {amount}
      </button>
      <button type="button" aria-label={`One more, ${label}`} className="btn btn-square size-14" onClick={() => onStep(1)}>
        <Plus size={20} />
      </button>
      <span className="ml-2 text-lg">{label}</span>
      {asks && (
        <NumberDialog
          label={label}
          around={amount}
          onClose={() => setAsks(false)}
          onTake={(said) => {
            setAsks(false);
            onSay(said);
          }}
        />
      )}
    </div>
  );
}

interface OwnNumbersProps {
  readonly taps: LaneTaps;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly unit: string;
}

/** The trainer's own answer, instead of ours. */
function OwnNumbers({ taps, index, situation, unit }: OwnNumbersProps) {
  const { item, movement, client } = situation;
  const [isOpen, setOpen] = useState(false);
  const [target, setTarget] = useState(String(item.target));
  const [load, setLoad] = useState(item.load);
  const [choosesLoad, setChoosesLoad] = useState(false);
  const amount = Number(target);
  const isRight = Number.isInteger(amount) && amount >= 1 && amount <= 1000;
  if (!isOpen) {
    return (
      <button type="button" className="btn btn-ghost min-h-14 text-lg" onClick={() => setOpen(true)}>
        Other numbers
      </button>
    );
  }
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isRight) return;
        setOpen(false);
        taps.planNextSet(amount, load);
      }}
    >
      <label>
        <span className="block">{unit}</span>
        <input
          className="input bg-panel figures min-h-14 w-28 text-2xl"
          inputMode="numeric"
          autoFocus
          value={target}
          aria-invalid={!isRight}
          onChange={(event) => setTarget(event.target.value)}
        />
        {!isRight && (
          <span role="alert" className="block text-sm font-bold">
            a whole number from 1 to 1,000
          </span>
        )}
      </label>
      <button type="button" className="btn min-h-14 text-lg" onClick={() => setChoosesLoad(true)}>
        {loadText(load)}
      </button>
      <button type="submit" className="btn btn-primary min-h-14" disabled={!isRight}>
        Do these
      </button>
      {choosesLoad && (
        <Dialog title="With what" onClose={() => setChoosesLoad(false)}>
          <LoadChoice
            load={load}
            rack={index.rack(item.movementId)}
            hold={holdOf(movement.document)}
            unit={client.unit ?? 'kg'}
            onTake={(next) => {
              setLoad(next);
              setChoosesLoad(false);
            }}
          />
        </Dialog>
      )}
    </form>
  );
}
