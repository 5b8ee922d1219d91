import { loadKg, numberText } from '@waxwing/core/movement';
import { DENSITY, filledKg, type Filling } from '@waxwing/core/loading';
import { useState } from 'react';
import { Pick } from '../../shared/Field.tsx';
import { ClientNumbers } from './ClientNumbers.tsx';
import { Limits } from './Limits.tsx';
import { NumberField } from './NumberField.tsx';
import { readNumber } from './numbers.ts';

const FILLINGS = Object.keys(DENSITY) as Filling[];
const oneDecimal = (value: number) => numberText(Math.round(value * 10) / 10);

/** What a container weighs when it is filled, and how far to fill it for a target; what counted things come to. */
export function MakeshiftTool() {
  const [litres, setLitres] = useState('5');
  const [empty, setEmpty] = useState('0');
  const [filling, setFilling] = useState<Filling>('water');
  const [target, setTarget] = useState('');
  const [count, setCount] = useState('');
  const [each, setEach] = useState('');
  const read = {
    litres: readNumber(litres, 0.1, 200),
    empty: readNumber(empty, 0, 100),
    target: readNumber(target, 0.1, 500),
    count: readNumber(count, 1, 200, true),
    each: readNumber(each, 0.01, 100),
  };
  const full =
    read.litres.value !== null && read.empty.value !== null ? filledKg(read.empty.value, read.litres.value, filling) : null;
  const part =
    full !== null && read.target.value !== null && read.empty.value !== null && read.litres.value !== null
      ? (read.target.value - read.empty.value) / (read.litres.value * DENSITY[filling])
      : null;
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <NumberField label="Holds, litres" wide="w-32" text={litres} read={read.litres} onType={setLitres} />
        <NumberField label="Empty, kg" wide="w-28" text={empty} read={read.empty} onType={setEmpty} />
        <Pick
          label="Filled with"
          wide="w-32"
          value={filling}
          options={FILLINGS.map((value) => ({ value, text: value }))}
          onChange={(event) => setFilling(event.target.value as Filling)}
        />
        <NumberField label="Wanted, kg" wide="w-28" text={target} read={read.target} onType={setTarget} />
      </div>
      <ClientNumbers
        fits={({ load }) => (loadKg(load) ?? 0) > 0}
        onTake={({ past }) => setTarget(oneDecimal(loadKg(past.load) ?? 0))}
      />
      {full !== null && (
        <div aria-live="polite" className="mt-5">
          <p className="heading text-4xl">{oneDecimal(full)} kg full</p>
          <p className="mt-1 text-lg">
            {[0.25, 0.5, 0.75]
              .map((some) => `${some * 100}%: ${oneDecimal(filledKg(read.empty.value!, read.litres.value!, filling, some))} kg`)
              .join(' · ')}
          </p>
          {part !== null && (
            <p className="mt-1 text-lg">
              {part <= 0
                ? 'Lighter than the empty container.'
                : part > 1
                  ? `One isn’t enough: ${Math.ceil(part)} of them.`
                  : `Fill in ${oneDecimal(part * read.litres.value!)} l, ${Math.round(part * 100)}% of it.`}
            </p>
          )}
        </div>
      )}
      <h2 className="mt-6 text-xl">Or things by count</h2>
      <div className="mt-1 flex flex-wrap items-start gap-3">
        <NumberField label="How many" wide="w-28" text={count} read={read.count} onType={setCount} />
        <NumberField label="kg each" wide="w-28" text={each} read={read.each} onType={setEach} />
        {read.count.value !== null && read.each.value !== null && (
          <p className="heading pt-5 text-3xl" aria-live="polite">
            {oneDecimal(read.count.value * read.each.value)} kg
          </p>
        )}
      </div>
      <Limits formula="kg = empty + litres × density (water 1.0, dry sand 1.6, rice 0.8) × how full">
        Sand that is damp weighs up to a quarter more; rice settles. A kitchen scale beats any of this. Half-full cans slosh: slow
        movements only. Check the handle, the lid and the seams before it goes over anybody.
      </Limits>
    </>
  );
}
