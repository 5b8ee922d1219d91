import { loadKg, loadText, numberText, type MassUnit } from '@waxwing/core/movement';
import { barLoads, type Makeable } from '@waxwing/core/loading';
import { useMemo, useState } from 'react';
import { Choice } from '../../shared/Choice.tsx';
import { Field } from '../../shared/Field.tsx';
import { parseWeights, weightsText } from '../../shared/inventory/draft.ts';
import { usePlaces } from '../../shared/queries.ts';
import { UnitPick } from '../../shared/UnitPick.tsx';
import { ClientNumbers } from './ClientNumbers.tsx';
import { Limits } from './Limits.tsx';
import { NumberField } from './NumberField.tsx';
import { retyped, readNumber } from './numbers.ts';

function totalOf({ load }: Makeable): number {
  return load.kind === 'bar' ? load.bar + 2 * load.platesPerSide.reduce((sum, plate) => sum + plate, 0) : 0;
}

const USUAL: Readonly<Record<MassUnit, { readonly bar: string; readonly plates: string }>> = {
  kg: { bar: '20', plates: '1.25×2  2.5×2  5×2  10×4' },
  lb: { bar: '45', plates: '2.5×2  5×2  10×2  25×4' },
};

/** Which plates make a target, exactly or as near as these come. */
export function PlateTool() {
  const places = usePlaces();
  const [unit, setUnit] = useState<MassUnit>('kg');
  const [bar, setBar] = useState(USUAL.kg.bar);
  const [plates, setPlates] = useState(USUAL.kg.plates);
  const [target, setTarget] = useState('');
  const bars = (places.data ?? []).flatMap(({ name, placeId, inventory }) =>
    inventory.sources.flatMap((source, i) =>
      source.kind === 'bar'
        ? [{ value: `${placeId}|${i}`, text: `${name}: ${source.name ?? `bar of ${source.bar} ${source.unit}`}`, source }]
        : [],
    ),
  );
  const read = { bar: readNumber(bar, 0.1, 100), target: readNumber(target, 0.1, 500) };
  const parsed = useMemo(() => {
    try {
      return { counts: plates.trim() === '' ? [] : parseWeights(plates, 2) };
    } catch (error) {
      return { problem: (error as Error).message };
    }
  }, [plates]);
  const loads = useMemo(
    () =>
      read.bar.value !== null && parsed.counts
        ? [...barLoads({ kind: 'bar', unit, bar: read.bar.value, plates: parsed.counts })].sort((a, b) => totalOf(a) - totalOf(b))
        : [],
    [read.bar.value, parsed, unit],
  );
  const wanted = read.target.value;
  const exact = wanted === null ? undefined : loads.find((each) => Math.abs(totalOf(each) - wanted) < 0.001);
  const below = wanted === null ? undefined : loads.findLast((each) => totalOf(each) < wanted - 0.001);
  const above = wanted === null ? undefined : loads.find((each) => totalOf(each) > wanted + 0.001);
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <NumberField label="Wanted in all" wide="w-32" text={target} read={read.target} onType={setTarget} />
        <NumberField label="The bar weighs" wide="w-32" text={bar} read={read.bar} onType={setBar} />
        <Field
          label="Plates there are"
          wide="min-w-72 flex-1"
          value={plates}
          problem={parsed.problem}
          hint="2.5×4 is four of them; without × there are two"
          onChange={(event) => setPlates(event.target.value)}
        />
        <UnitPick
          unit={unit}
          onPick={(picked) => {
            // A bar and plates are made in one of the two: the usual ones give way to the other's, what was typed stays.
            const [before, after] = [USUAL[unit], USUAL[picked]];
            if (bar === before.bar) setBar(after.bar);
            if (plates === before.plates) setPlates(after.plates);
            setTarget(retyped(target, unit, picked));
            setUnit(picked);
          }}
        />
      </div>
      <Choice
        label="A bar of ours"
        none="take a room’s bar"
        value={null}
        options={bars}
        onChoose={(value) => {
          const source = bars.find((each) => each.value === value)?.source;
          if (!source) return;
          setBar(numberText(source.bar));
          setPlates(weightsText(source.plates, 2));
          setUnit(source.unit);
        }}
      />
      <ClientNumbers
        fits={({ load }) => load.kind === 'bar'}
        onTake={({ past }) => {
          const kg = loadKg(past.load);
          if (kg === null) return;
          setUnit('kg');
          setTarget(numberText(Math.round(kg * 100) / 100));
        }}
      />
      {wanted !== null && loads.length > 0 && (
        <div aria-live="polite" className="mt-5">
          {exact ? (
            <p className="heading text-3xl">{loadText(exact.load)}</p>
          ) : (
            <>
              <p className="heading text-3xl">
                No {numberText(wanted)} {unit} with these
              </p>
              {below && <p className="mt-1 text-lg">Nearest below: {loadText(below.load)}</p>}
              {above && <p className="text-lg">Nearest above: {loadText(above.load)}</p>}
            </>
          )}
          {exact && (
            <p className="text-quiet mt-1">
              {below && `One step down: ${numberText(totalOf(below))} ${unit}. `}
              {above && `One step up: ${numberText(totalOf(above))} ${unit}.`}
            </p>
          )}
        </div>
      )}
      <Limits formula="total = bar + 2 × the plates of one side">
        Plates go on in twos, one a side; of an odd number one stays on the floor. Exact with what you said there is, with the
        fewest plates. Collars aren’t counted: add them to the bar if yours are heavy, and close them.
      </Limits>
    </>
  );
}
