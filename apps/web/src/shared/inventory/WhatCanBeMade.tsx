import { loadKg, numberText } from '@waxwing/core/movement';
import { barLoads, makeableLoads, type Inventory, type LoadForm, type Makeable } from '@waxwing/core/loading';

const FORMS: readonly { readonly name: string; readonly form: LoadForm }[] = [
  { name: 'A pair of dumbbells', form: { hold: 'pair', what: 'dumbbell' } },
  { name: 'One dumbbell', form: { hold: 'single', what: 'dumbbell' } },
  { name: 'A pair of kettlebells', form: { hold: 'pair', what: 'kettlebell' } },
  { name: 'One kettlebell', form: { hold: 'single', what: 'kettlebell' } },
  { name: 'A plate to hold', form: { hold: 'single', what: 'plate' } },
  { name: 'A medicine ball', form: { hold: 'single', what: 'medicine-ball' } },
  { name: 'Long band', form: { hold: 'band', what: 'band' } },
  { name: 'Short loop band', form: { hold: 'band', what: 'band-loop' } },
  { name: 'Cable', form: { hold: 'stack', what: 'cable' } },
  { name: 'Pulldown', form: { hold: 'stack', what: 'pulldown' } },
  { name: 'Seated row', form: { hold: 'stack', what: 'seated-row' } },
  { name: 'Leg press', form: { hold: 'stack', what: 'leg-press' } },
  { name: 'Bag', form: { hold: 'makeshift', what: 'bag' } },
  { name: 'Can or bottle', form: { hold: 'makeshift', what: 'water-can' } },
  { name: 'Straps', form: { hold: 'position', what: 'suspension-strap' } },
];

/** What stands on one of a list: short where its heading says the rest. */
function shortText({ load, how }: Makeable): string {
  return load.kind === 'pair' || load.kind === 'single' ? `${numberText(load.value)} ${load.unit}` : how;
}

/** The largest relative step of a rack: where reps, tempo or a lever have to help. */
function widestGap(loads: readonly Makeable[]): string | null {
  let widest: { share: number; text: string } | null = null;
  for (const [i, next] of loads.entries()) {
    const before = loads[i - 1];
    if (!before?.kg || !next.kg) continue;
    const share = next.kg / before.kg - 1;
    if (share > 0.2 && share > (widest?.share ?? 0)) {
      widest = { share, text: `widest step ${shortText(before)} to ${shortText(next)}, ${Math.round(share * 100)}% more` };
    }
  }
  return widest?.text ?? null;
}

/** Every load that a pair, a single, a bar gives here. */
export function WhatCanBeMade({ inventory }: { inventory: Inventory }) {
  const lists = FORMS.map(({ name, form }) => ({ name, loads: makeableLoads(inventory, form) })).filter(
    ({ loads }) => loads.length > 0,
  );
  const bars = inventory.sources.flatMap((source) =>
    source.kind === 'bar'
      ? [
          {
            name: `A bar of ${numberText(source.bar)} ${source.unit}`,
            loads: [...barLoads(source)].sort((a, b) => a.kg! - b.kg!),
          },
        ]
      : [],
  );
  if (lists.length + bars.length === 0) return <p className="text-quiet">Nothing yet.</p>;
  return (
    <dl>
      {[...lists, ...bars].map(({ name, loads }) => (
        <div key={name} className="border-base-300 border-t py-2">
          <dt className="heading">{name}</dt>
          <dd>
            <ul className="figures flex flex-wrap gap-x-3">
              {loads.map((each) => (
                <li key={each.how} title={each.how}>
                  {each.load.kind === 'bar' ? `${numberText(loadTotal(each))} ${each.load.unit}` : shortText(each)}
                </li>
              ))}
            </ul>
            {widestGap(loads) && <p className="text-quiet text-sm">{widestGap(loads)}</p>}
            {loads.some(({ changeSeconds }) => changeSeconds > 3) && (
              <p className="text-quiet text-sm">
                up to {Math.max(...loads.map(({ changeSeconds }) => changeSeconds))} s to change
              </p>
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function loadTotal({ load }: Makeable): number {
  return load.kind === 'bar' ? load.bar + 2 * load.platesPerSide.reduce((sum, plate) => sum + plate, 0) : (loadKg(load) ?? 0);
}
