import { loadText, lowerFirst, unitText } from '@waxwing/core/movement';
import { answerOf, answersOf, effortScaleOf, thingText, type EffortScale } from '@waxwing/core/loading';
import { setUpText } from '@waxwing/core/client';
import {
  nextSetAfter,
  nextSetText,
  segmentAmount,
  setUpFor,
  takenNextSet,
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
import { Dialog } from '../../shared/Dialog.tsx';
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
}

/** The rest: what was done, how much was left, and the next set, already filled in. */
export function EndOfSet({ index, state, situation, set, taps }: EndOfSetProps) {
  const { item, movement, nextItem } = situation;
  const unit = unitText(item.dose.kind);
  const answer = answerOf(set);
  const next = answer ? nextSetAfter(index, situation, set, answer) : null;
  const scale = effortScaleOf(index.stances(situation.client.clientId));
  const decided = takenNextSet(state, set);
  const isLastSet = item.setIds.length >= item.sets;
  const waiting = set.trials.findLast((trial) => !trial.outcome && trial.counts);
  const open = set.faults.filter((fault) => fault.status === 'open');
  const nameOf = (faultId: string) => movement.faults.find((fault) => fault.faultId === faultId)?.name ?? '';
  return (
    <section aria-label="End of set" className="bg-panel flex flex-1 flex-col gap-4 rounded-2xl px-5 py-4 md:px-7">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h2 className="text-2xl">
          Set {set.ordinal} of {item.sets} done
        </h2>
        {set.segments.map((segment) => (
          <Amount
            key={segment.segmentId}
            label={[segment.side, segment.change && lowerFirst(segment.change.text)].filter(Boolean).join(', ') || unit}
            amount={segmentAmount(segment)}
            onStep={(by) => taps.correctCount(segment.segmentId, by)}
          />
        ))}
      </div>
      {open.length > 0 && <p>Still open: {open.map((fault) => lowerFirst(nameOf(fault.faultId))).join(', ')}.</p>}
      {waiting && (
        <div>
          <p>“{movement.cues.find((cue) => cue.cueId === waiting.cueId)?.text}”: what did it do?</p>
          <OutcomeButtons onOutcome={taps.outcomeInRest} />
        </div>
      )}
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
      {next && (
        <div aria-label="Next set" role="group">
          {decided ? (
            <p className="text-xl">
              <span className="text-success font-bold">✓ Next set:</span> {decided.text}
            </p>
          ) : (
            <>
              <p className="text-quiet">{isLastSet ? 'If there is another set' : 'Next set'}</p>
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
      {nextItem && (isLastSet || item.pain) && (
        <button
          type="button"
          className="btn btn-primary mt-auto min-h-16 self-start px-8 text-xl"
          onClick={() => taps.goTo(nextItem.itemId)}
        >
          On to {lowerFirst(index.nameOf(nextItem.movementId))}
          <LayOutNext index={index} state={state} situation={situation} nextItem={nextItem} />
        </button>
      )}
      {!nextItem && isLastSet && <p className="mt-auto text-lg">That was the last on the list. Finish is at the top.</p>}
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

/** What was done of a stretch, and a way to put it right. */
export function Amount({ label, amount, onStep }: { label: string; amount: number; onStep: (by: number) => void }) {
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
      <span className="heading figures w-14 text-center text-3xl">{amount}</span>
      <button type="button" aria-label={`One more, ${label}`} className="btn btn-square size-14" onClick={() => onStep(1)}>
        <Plus size={20} />
      </button>
      <span className="ml-2 text-lg">{label}</span>
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
