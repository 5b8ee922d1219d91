import { intervalTime, roundsThatFit, totalReps } from '@waxwing/core/planning';
import { useState } from 'react';
import { clockText } from '../../shared/dates.ts';
import { Tick } from '../../shared/Field.tsx';
import { ClientNumbers } from './ClientNumbers.tsx';
import { Limits } from './Limits.tsx';
import { NumberField } from './NumberField.tsx';
import { readNumber } from './numbers.ts';

const FIELDS = [
  { name: 'stations', label: 'Stations', low: 1, high: 60 },
  { name: 'work', label: 'Work, s', low: 1, high: 3600 },
  { name: 'rest', label: 'Change, s', low: 0, high: 3600 },
  { name: 'rounds', label: 'Rounds', low: 1, high: 100 },
  { name: 'roundRest', label: 'Between rounds, s', low: 0, high: 3600 },
  { name: 'burnOut', label: 'Burn-out, s', low: 0, high: 600 },
  { name: 'minutes', label: 'Minutes there are', low: 1, high: 300 },
] as const;
type Name = (typeof FIELDS)[number]['name'];

/** How long timed work takes to the second, and how much there is of counted work. */
export function IntervalTool() {
  const [typed, setTyped] = useState<Record<Name, string>>({
    stations: '6',
    work: '45',
    rest: '15',
    rounds: '3',
    roundRest: '0',
    burnOut: '0',
    minutes: '20',
  });
  const read = Object.fromEntries(
    FIELDS.map(({ name, low, high }) => [name, readNumber(typed[name], low, high, name !== 'minutes')]),
  ) as Record<Name, ReturnType<typeof readNumber>>;
  const { stations, work, rest, rounds, roundRest, burnOut, minutes } = read;
  const base =
    stations.value !== null && work.value !== null && rest.value !== null
      ? {
          stations: stations.value,
          workSeconds: work.value,
          restSeconds: rest.value,
          roundRestSeconds: roundRest.value ?? 0,
          burnOutSeconds: burnOut.value ?? 0,
        }
      : null;
  const time = base && rounds.value !== null ? intervalTime({ ...base, rounds: rounds.value }) : null;
  const fit = base && minutes.value !== null ? roundsThatFit(base, minutes.value) : null;
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        {FIELDS.map(({ name, label }) => (
          <NumberField
            key={name}
            label={label}
            wide="w-32"
            text={typed[name]}
            read={read[name]}
            onType={(text) => setTyped({ ...typed, [name]: text })}
          />
        ))}
      </div>
      {time && (
        <div aria-live="polite" className="mt-5">
          <p className="heading figures text-4xl" data-testid="interval-time">
            {clockText(time.totalSeconds)}
            <span className="text-quiet font-normal"> {time.totalSeconds.toLocaleString('en-GB')} s</span>
          </p>
          <p className="mt-1 text-lg">
            {clockText(time.workSeconds)} of it is work, {Math.round((100 * time.workSeconds) / time.totalSeconds)}%.
            {fit !== null && ` Into ${minutes.value} minutes go ${fit} rounds.`}
          </p>
        </div>
      )}
      <Totals />
      <Limits formula="total = work × stations × rounds + change × (stations × rounds − 1) + what is between rounds; the last change isn’t waited for">
        Briefing, walking and water come on top: about a minute a station the first time somebody meets it.
      </Limits>
    </>
  );
}

function Totals() {
  const [sets, setSets] = useState('3');
  const [reps, setReps] = useState('10');
  const [isPerSide, setPerSide] = useState(false);
  const read = { sets: readNumber(sets, 1, 100, true), reps: readNumber(reps, 1, 1000, true) };
  const total =
    read.sets.value !== null && read.reps.value !== null ? totalReps(read.sets.value, read.reps.value, isPerSide) : null;
  return (
    <>
      <h2 className="mt-6 text-xl">Reps in all</h2>
      <div className="mt-1 flex flex-wrap items-start gap-3">
        <NumberField label="Sets" wide="w-24" text={sets} read={read.sets} onType={setSets} />
        <NumberField label="Reps" wide="w-24" text={reps} read={read.reps} onType={setReps} />
        <div className="pt-5">
          <Tick checked={isPerSide} onChange={(event) => setPerSide(event.target.checked)}>
            of each side
          </Tick>
        </div>
        {total && (
          <p className="heading pt-5 text-3xl" aria-live="polite">
            {total.total} in all{isPerSide && `, ${total.perSide} a side`}
          </p>
        )}
      </div>
      <ClientNumbers
        fits={(_past, { dose }) => dose.kind === 'reps'}
        onTake={({ past, document }) => {
          setSets(String(document.sets));
          setReps(String(past.target));
          setPerSide(document.laterality !== 'both');
        }}
      />
    </>
  );
}
