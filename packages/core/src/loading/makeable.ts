import type { Load } from '../movement/load.ts';
import { isHeavier, isSameLoad, loadKg, loadText, numberText, toKg } from '../movement/loadText.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { BarAndPlates, Inventory, LoadSource } from './inventory.ts';
import { makeshiftSteps, tensionAt } from './makeshift.ts';

/** How a movement is loaded: what is in the hands or on the machine, of which kind. */
export interface LoadForm {
  readonly hold: 'pair' | 'single' | 'bar' | 'stack' | 'band' | 'makeshift' | 'position';
  /** Kit id. */
  readonly what: string;
}

const FORMS: Readonly<Record<string, LoadForm>> = {
  dumbbells: { hold: 'pair', what: 'dumbbell' },
  kettlebells: { hold: 'pair', what: 'kettlebell' },
  dumbbell: { hold: 'single', what: 'dumbbell' },
  kettlebell: { hold: 'single', what: 'kettlebell' },
  plate: { hold: 'single', what: 'plate' },
  'medicine-ball': { hold: 'single', what: 'medicine-ball' },
  barbell: { hold: 'bar', what: 'barbell' },
  cable: { hold: 'stack', what: 'cable' },
  pulldown: { hold: 'stack', what: 'pulldown' },
  'seated-row': { hold: 'stack', what: 'seated-row' },
  'leg-press': { hold: 'stack', what: 'leg-press' },
  band: { hold: 'band', what: 'band' },
  'band-loop': { hold: 'band', what: 'band-loop' },
  bag: { hold: 'makeshift', what: 'bag' },
  'water-can': { hold: 'makeshift', what: 'water-can' },
  'suspension-strap': { hold: 'position', what: 'suspension-strap' },
};

/** The ways to load a movement, its own first, then what may stand in for it; none where the body is the load. */
export function loadFormsOf({ kit }: Pick<MovementDocument, 'kit'>): readonly LoadForm[] {
  const own = kit.needed.filter((id) => FORMS[id]);
  const instead = (kit.replaceable ?? []).filter((each) => own.includes(each.kit)).map((each) => each.by);
  return [...own, ...instead].flatMap((id) => FORMS[id] ?? []);
}

/** A load that this room can make. */
export interface Makeable {
  readonly load: Load;
  /** Everything that is moved, a pair counted twice; `null` where kilograms don't say it. */
  readonly kg: number | null;
  /** What to pick up or set, in words. */
  readonly how: string;
  /** What making it costs beyond picking it up. */
  readonly changeSeconds: number;
}

/** A stretch at which bands are set beside each other. */
const TYPICAL_STRETCH = 2;
/** Sliding two plates on or off and closing the collars. */
const PLATE_SECONDS = 30;
const PIN_SECONDS = 3;
const FILL_SECONDS = 60;

function made(load: Load, part: Partial<Makeable> = {}): Makeable {
  return { load, kg: loadKg(load), how: loadText(load), changeSeconds: 0, ...part };
}

/** Every total of a bar with what its plates allow, each with the fewest plates; plates go on in twos. */
export function barLoads(source: BarAndPlates): readonly Makeable[] {
  const sides = source.plates
    .map(({ value, count }) => ({ value, pairs: Math.floor(count / 2) }))
    .sort((a, b) => b.value - a.value);
  // Hundredths, so that 1.25 + 1.25 meets 2.5.
  const hundredths = (value: number) => Math.round(value * 100);
  const most = hundredths(250);
  let combinations = new Map<number, readonly number[]>([[0, []]]);
  for (const { value, pairs } of sides) {
    const next = new Map(combinations);
    for (const [total, plates] of combinations) {
      for (let n = 1; n <= pairs; n += 1) {
        const sum = total + n * hundredths(value);
        if (sum > most) break;
        const known = next.get(sum);
        if (!known || known.length > plates.length + n) next.set(sum, [...plates, ...Array<number>(n).fill(value)]);
      }
    }
    combinations = next;
  }
  return [...combinations.values()].map((platesPerSide) =>
    made(
      { kind: 'bar', bar: source.bar, platesPerSide: [...platesPerSide], unit: source.unit },
      { changeSeconds: platesPerSide.length === 0 ? 0 : PLATE_SECONDS },
    ),
  );
}

function ofHands(source: Extract<LoadSource, { kind: 'fixed' | 'adjustable' }>, hold: 'pair' | 'single'): readonly Makeable[] {
  const needed = hold === 'pair' ? 2 : 1;
  const { unit } = source;
  if (source.kind === 'fixed') {
    return source.weights.filter(({ count }) => count >= needed).map(({ value }) => made({ kind: hold, value, unit }));
  }
  if (source.handles < needed) return [];
  return source.settings.map((value) => made({ kind: hold, value, unit }, { changeSeconds: source.changeSeconds }));
}

function fromSource(source: LoadSource, { hold, what }: LoadForm): readonly Makeable[] {
  if (source.kind === 'bar') return hold === 'bar' ? barLoads(source) : [];
  if (source.what !== what) return [];
  switch (source.kind) {
    case 'fixed':
    case 'adjustable':
      return hold === 'pair' || hold === 'single' ? ofHands(source, hold) : [];
    case 'stack':
      return Array.from({ length: source.pins }, (_, i) => made({ kind: 'stack', pin: i + 1 }, { changeSeconds: PIN_SECONDS }));
    case 'band':
      return Array.from({ length: source.strands }, (_, i): Makeable => {
        const strands = i + 1;
        const kg = tensionAt(source.tension, TYPICAL_STRETCH);
        const load: Load = { kind: 'band', strands, ...(source.name && { name: source.name }) };
        return made(
          load,
          kg === null
            ? {}
            : { how: `${loadText(load)}, about ${numberText(Math.round(kg * strands * 10) / 10)} kg at twice its length` },
        );
      });
    case 'makeshift':
      if (hold !== 'makeshift' && hold !== 'single') return [];
      return makeshiftSteps(source).map(({ kg, how }) =>
        made(
          {
            kind: 'makeshift',
            what: `${source.name ?? source.what} ${how}`.slice(0, 60),
            value: Math.round(kg * 10) / 10,
            unit: 'kg',
          },
          { changeSeconds: FILL_SECONDS },
        ),
      );
    case 'position':
      return source.positions.map((name, i) => made({ kind: 'position', position: i + 1, name }));
  }
}

/** Where a load stands among others: kilograms where it has them, else what its kind is ordered by. */
function order({ load, kg }: Makeable): number {
  if (kg !== null) return kg;
  if (load.kind === 'stack') return load.pin;
  return load.kind === 'position' ? load.position : load.kind === 'band' ? load.strands : 0;
}

/** Every load of a form that a room can make, lightest first; what weighs the same is listed once, the quicker way. */
export function makeableLoads(inventory: Pick<Inventory, 'sources'>, form: LoadForm): readonly Makeable[] {
  const bandKg = new Map<string, number>();
  for (const source of inventory.sources) {
    if (source.kind === 'band') bandKg.set(source.name ?? '', tensionAt(source.tension, TYPICAL_STRETCH) ?? 1);
  }
  const rank = (each: Makeable) =>
    each.load.kind === 'band' ? order(each) * (bandKg.get(each.load.name ?? '') ?? 1) : order(each);
  const sorted = inventory.sources
    .flatMap((source) => fromSource(source, form))
    .sort((a, b) => rank(a) - rank(b) || a.changeSeconds - b.changeSeconds);
  return sorted.filter((each, i) => {
    const before = sorted[i - 1];
    if (!before) return true;
    if (each.kg !== null && before.kg !== null) return each.kg - before.kg > 1e-6;
    return !isSameLoad(each.load, before.load);
  });
}

/** The loads of this room for a movement: of its first form of which there are any. */
export function rackFor(
  document: Pick<MovementDocument, 'kit'>,
  inventory: Pick<Inventory, 'sources'> | null,
): readonly Makeable[] {
  if (!inventory) return [];
  for (const form of loadFormsOf(document)) {
    const loads = makeableLoads(inventory, form);
    if (loads.length > 0) return loads;
  }
  return [];
}

/** The form in which a load is taken: of those that fit it, the first in which this room can make it. */
export function formOf(
  document: Pick<MovementDocument, 'kit'>,
  inventory: Pick<Inventory, 'sources'> | null,
  load: Load,
): LoadForm | undefined {
  const forms = loadFormsOf(document).filter(({ hold }) => hold === load.kind);
  const has = (form: LoadForm) =>
    inventory !== null && makeableLoads(inventory, form).some((each) => isSameLoad(each.load, load));
  return forms.find(has) ?? forms[0];
}

/** A load by what it is: "two 15 kg dumbbells", "one 12 kg kettlebell"; what is told by its own words stays as it is. */
export function thingText(
  document: Pick<MovementDocument, 'kit'>,
  inventory: Pick<Inventory, 'sources'> | null,
  load: Load,
): string {
  if (load.kind !== 'pair' && load.kind !== 'single') return loadText(load);
  const what = formOf(document, inventory, load)?.what.replaceAll('-', ' ');
  const weight = `${numberText(load.value)} ${load.unit}`;
  if (!what) return loadText(load);
  return load.kind === 'pair' ? `two ${weight} ${what}s` : `one ${weight} ${what}`;
}

/** The neighbours of a load on a rack, whether or not it stands there itself. */
export interface LoadSteps {
  readonly heavier: Makeable | null;
  readonly lighter: Makeable | null;
}

export function stepsFrom(rack: readonly Makeable[], load: Load): LoadSteps {
  const at = rack.findIndex((each) => isSameLoad(each.load, load));
  if (at >= 0) return { heavier: rack[at + 1] ?? null, lighter: rack[at - 1] ?? null };
  // Anything on the rack is more than nothing, with kilograms or without.
  if (load.kind === 'bodyweight') return { heavier: rack[0] ?? null, lighter: null };
  return {
    heavier: rack.find((each) => isHeavier(each.load, load)) ?? null,
    lighter: rack.findLast((each) => isHeavier(load, each.load)) ?? null,
  };
}

/** The heaviest of a rack that is not above so many kilograms. */
export function heaviestUpTo(rack: readonly Makeable[], kg: number): Makeable | null {
  return rack.findLast((each) => each.kg !== null && each.kg <= kg + 1e-6) ?? null;
}

/** One hand's, both hands' and the whole of a load, in kilograms: what "12" means in each way of saying it. */
export function perHand(load: Load): { readonly perHandKg: number; readonly totalKg: number } | null {
  const totalKg = loadKg(load);
  if (totalKg === null) return null;
  return { perHandKg: load.kind === 'pair' ? toKg(load.value, load.unit) : totalKg, totalKg };
}
