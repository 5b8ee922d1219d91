import { inUnit, loadKg, lowerFirst, numberText, toKg, type MassUnit, type MovementDocument } from '@waxwing/core/movement';
import {
  answerOf,
  estimateStrength,
  heaviestUpTo,
  loadFor,
  perHand,
  rackFor,
  reserveOf,
  wholeReps,
  repsAt,
} from '@waxwing/core/loading';
import { useState } from 'react';
import { usePlaces } from '../../shared/queries.ts';
import { UnitPick } from '../../shared/UnitPick.tsx';
import { ClientNumbers, type TakenNumbers } from './ClientNumbers.tsx';
import { Limits } from './Limits.tsx';
import { NumberField } from './NumberField.tsx';
import { readNumber, retyped } from './numbers.ts';

const TABLE_REPS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20];
const TABLE_RESERVES = [0, 1, 2, 3];

/** From one set: the load for other reps, and a table across them. */
export function LoadTool() {
  const [unit, setUnit] = useState<MassUnit>('kg');
  const [load, setLoad] = useState('');
  const [reps, setReps] = useState('');
  const [reserve, setReserve] = useState('2');
  const [wantReps, setWantReps] = useState('8');
  const [wantReserve, setWantReserve] = useState('2');
  const [taken, setTaken] = useState<{ readonly text: string; readonly document: MovementDocument } | null>(null);
  const read = {
    load: readNumber(load, 0.1, 500),
    reps: readNumber(reps, 1, 1000, true),
    reserve: readNumber(reserve, 0, 10),
    wantReps: readNumber(wantReps, 1, 100, true),
    wantReserve: readNumber(wantReserve, 0, 10),
  };
  const estimate =
    read.load.value !== null && read.reps.value !== null && read.reserve.value !== null
      ? estimateStrength(read.load.value, read.reps.value, read.reserve.value)
      : null;
  const wanted =
    estimate && read.wantReps.value !== null && read.wantReserve.value !== null
      ? loadFor(estimate, read.wantReps.value, read.wantReserve.value)
      : null;
  const take = ({ clientName, document, past }: TakenNumbers) => {
    const hand = perHand(past.load)!;
    setUnit('kg');
    setLoad(numberText(Math.round(hand.totalKg * 100) / 100));
    setReps(String(past.done));
    const answer = answerOf(past);
    setReserve(String(answer ? reserveOf(answer) : 2));
    const isPair = past.load.kind === 'pair';
    const text = `${clientName}, ${lowerFirst(document.name)}${isPair ? `: both hands together, ${numberText(hand.perHandKg)} kg in each` : ''}`;
    setTaken({ text, document });
  };
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <NumberField label={`They moved, ${unit}`} wide="w-36" text={load} read={read.load} onType={setLoad} />
        <UnitPick
          unit={unit}
          onPick={(picked) => {
            setLoad(retyped(load, unit, picked));
            setUnit(picked);
          }}
        />
        <NumberField label="for reps" wide="w-24" text={reps} read={read.reps} onType={setReps} />
        <NumberField label="left in it" wide="w-36" text={reserve} read={read.reserve} onType={setReserve} />
        <NumberField label="Wanted: reps" wide="w-28" text={wantReps} read={read.wantReps} onType={setWantReps} />
        <NumberField label="left in it then" wide="w-36" text={wantReserve} read={read.wantReserve} onType={setWantReserve} />
      </div>
      <ClientNumbers
        fits={({ load: last, done }, { dose }) => dose.kind === 'reps' && (loadKg(last) ?? 0) > 0 && done > 0}
        onTake={take}
      />
      {taken && <p className="text-quiet mt-1">{taken.text}</p>}
      {estimate && wanted !== null && (
        <div aria-live="polite" className="mt-5">
          <p className="heading text-4xl" data-testid="wanted-load">
            {numberText(Math.round(wanted * 10) / 10)} {unit}
            <span className="text-quiet font-normal">
              {' '}
              about {inUnit(toKg(wanted, unit), unit === 'kg' ? 'lb' : 'kg')} {unit === 'kg' ? 'lb' : 'kg'}
            </span>
          </p>
          <p className="mt-1 text-lg">
            for {read.wantReps.value} reps with {numberText(read.wantReserve.value!)} left; once at most{' '}
            {numberText(Math.round(estimate.oneRm * 10) / 10)} {unit}
            {estimate.isRough && <b>, roughly: it comes from many reps</b>}
          </p>
          {taken && <NearestHere document={taken.document} kg={toKg(wanted, unit)} />}
          <table className="figures mt-4 text-right">
            <caption className="text-quiet pb-1 text-left">Load in {unit} across reps</caption>
            <thead>
              <tr>
                <th scope="col" className="pr-6 text-left font-normal">
                  left in it
                </th>
                {TABLE_REPS.map((each) => (
                  <th key={each} scope="col" className="px-2.5">
                    {each}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {TABLE_RESERVES.map((left) => (
                <tr key={left} className="border-base-300 border-t">
                  <th scope="row" className="py-1 pr-6 text-left font-normal">
                    {left}
                  </th>
                  {TABLE_REPS.map((each) => (
                    <td
                      key={each}
                      className={
                        each === read.wantReps.value && left === read.wantReserve.value
                          ? 'bg-base-200 px-2.5 font-bold'
                          : 'px-2.5'
                      }
                    >
                      {numberText(Math.round(loadFor(estimate, each, left) * 10) / 10)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-quiet mt-2">
            At the load they had, {wholeReps(repsAt(estimate, read.load.value!))} to failure by this estimate.
          </p>
        </div>
      )}
      <Limits formula="Epley: 1RM = load × (1 + reps/30). Brzycki: 1RM = load × 36/(37 − reps). Reps are those made plus those left; up to ten the mean of both, above ten Epley.">
        Good to a few per cent up to ten reps, rough above twelve. It knows nothing of technique, a bad night, or the share of the
        body that is lifted along in squats and push-ups; the next set decides. Enter what is moved in all: both hands together,
        or one hand in both places.
      </Limits>
    </>
  );
}

/** What of it the rooms can make, not heavier than wanted. */
function NearestHere({ document, kg }: { document: MovementDocument; kg: number }) {
  const places = usePlaces().data ?? [];
  const found = places.flatMap(({ name, inventory }) => {
    const near = heaviestUpTo(rackFor(document, inventory), kg);
    return near ? [`${near.how} at ${name}`] : [];
  });
  return found.length > 0 ? <p className="mt-1">The nearest that isn’t heavier: {found.join('; ')}.</p> : null;
}
