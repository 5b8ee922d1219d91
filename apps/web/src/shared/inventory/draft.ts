import type { Inventory, LoadSource, SourceKind, WeightCount } from '@waxwing/core/loading';

/** A source of load while it is being typed: everything is text, so that nothing typed is ever lost. */
export interface SourceDraft {
  readonly key: string;
  readonly kind: SourceKind;
  readonly what: string;
  readonly name: string;
  readonly unit: 'kg' | 'lb';
  readonly weights: string;
  readonly handles: string;
  readonly changeSeconds: string;
  readonly bar: string;
  readonly pins: string;
  readonly strands: string;
  readonly tension: string;
  readonly emptyKg: string;
  readonly litres: string;
  readonly filling: '' | 'water' | 'sand' | 'rice';
  readonly contents: string;
  readonly positions: string;
}

export interface InventoryDraft {
  /** Counts by kit id; empty for none. */
  readonly things: Readonly<Record<string, string>>;
  readonly sources: readonly SourceDraft[];
  readonly alone: boolean;
  /** Metres, both or neither. */
  readonly floor: { readonly widthM: string; readonly depthM: string };
}

/** By `things.mat`, `floor.widthM` or `KEY.weights`: what is wrong there. */
export type DraftProblems = Readonly<Record<string, string>>;

const EMPTY: Omit<SourceDraft, 'key' | 'kind' | 'what'> = {
  name: '',
  unit: 'kg',
  weights: '',
  handles: '2',
  changeSeconds: '20',
  bar: '20',
  pins: '10',
  strands: '1',
  tension: '',
  emptyKg: '0',
  litres: '',
  filling: '',
  contents: '',
  positions: '',
};

export function newSource(key: string, kind: SourceKind, what: string): SourceDraft {
  return { ...EMPTY, key, kind, what };
}

const NUMBER = String.raw`\d+(?:[.,]\d+)?`;
const numberOf = (text: string) => Number(text.trim().replace(',', '.'));
const parts = (text: string) => text.split(/[\s;]+|,(?=\s)/).filter(Boolean);

class Wrong extends Error {}

/** "4 6×4 12,5": weights with counts; `usual` where no count is said. */
export function parseWeights(text: string, usual: number): WeightCount[] {
  const weights = parts(text).map((part) => {
    const found = new RegExp(`^(${NUMBER})(?:[x×*](\\d{1,3}))?$`).exec(part);
    if (!found) throw new Wrong(`“${part}” is no weight: write 8, or 8×4 for four of them`);
    const [value, count] = [numberOf(found[1]!), found[2] ? Number(found[2]) : usual];
    if (value < 0.1 || value > 500) throw new Wrong(`${part}: a weight from 0.1 to 500`);
    if (count < 1 || count > 200) throw new Wrong(`${part}: from 1 to 200 of them`);
    return { value, count };
  });
  if (weights.length === 0) throw new Wrong('write at least one weight');
  const twice = weights.find(({ value }, i) => weights.findIndex((each) => each.value === value) < i);
  if (twice) throw new Wrong(`${twice.value} stands there twice`);
  return weights;
}

export function weightsText(weights: readonly WeightCount[], usual: number): string {
  return weights.map(({ value, count }) => (count === usual ? `${value}` : `${value}×${count}`)).join('  ');
}

/** "2–24 by 2" and single settings, in any mixture. */
export function parseSettings(text: string): number[] {
  const settings = new Set<number>();
  const ranges = new RegExp(`(${NUMBER})\\s*(?:–|-|to)\\s*(${NUMBER})\\s*(?:by|step)\\s*(${NUMBER})`, 'g');
  const rest = text.replace(ranges, (_all, low: string, high: string, step: string) => {
    const [from, to, by] = [numberOf(low), numberOf(high), numberOf(step)];
    if (!(by > 0) || to < from || (to - from) / by > 80)
      throw new Wrong(`${low}–${high} by ${step}: up to eighty steps, upwards`);
    for (let value = from; value <= to + 1e-9; value += by) settings.add(Math.round(value * 100) / 100);
    return ' ';
  });
  for (const part of parts(rest)) {
    if (!new RegExp(`^${NUMBER}$`).test(part)) throw new Wrong(`“${part}” is no setting: write 2–24 by 2, or 2 4 6`);
    settings.add(numberOf(part));
  }
  if (settings.size === 0) throw new Wrong('write at least one setting');
  if ([...settings].some((value) => value < 0.1 || value > 500)) throw new Wrong('settings from 0.1 to 500');
  return [...settings].sort((a, b) => a - b);
}

/** "1.5:6 2:9": kilograms of one strand at a stretch. */
function parseTension(text: string): { stretch: number; kg: number }[] {
  return parts(text).map((part) => {
    const found = new RegExp(`^(${NUMBER})[:=](${NUMBER})$`).exec(part);
    const point = found && { stretch: numberOf(found[1]!), kg: numberOf(found[2]!) };
    if (!point || point.stretch < 1 || point.stretch > 4 || point.kg > 200) {
      throw new Wrong(`“${part}”: write 2:9 for 9 kg at twice its length (1 to 4 times)`);
    }
    return point;
  });
}

/** "books 4×1.2, bottles 6×1.5". */
function parseContents(text: string): { what: string; count: number; kgEach: number }[] {
  return text
    .split(/,(?!\d)|;|\n/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const found = new RegExp(`^(.{1,40}?)\\s+(\\d{1,3})\\s*[x×*]\\s*(${NUMBER})$`).exec(part);
      if (!found || Number(found[2]) < 1 || Number(found[2]) > 200 || numberOf(found[3]!) > 100) {
        throw new Wrong(`“${part}”: write books 4×1.2 for four of 1.2 kg`);
      }
      return { what: found[1]!, count: Number(found[2]), kgEach: numberOf(found[3]!) };
    });
}

function within(text: string, low: number, high: number, isWhole = false): number {
  const value = numberOf(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < low || value > high || (isWhole && !Number.isInteger(value))) {
    throw new Wrong(`a ${isWhole ? 'whole ' : ''}number from ${low} to ${high}`);
  }
  return value;
}

/** Counts that are meant when none is said: hand weights in twos, bells and plates to hold one by one, plates on a bar in twos. */
export function usualCount({ kind, what }: Pick<SourceDraft, 'kind' | 'what'>): number {
  return kind === 'bar' || what === 'dumbbell' ? 2 : 1;
}

type FieldName = Exclude<keyof SourceDraft, 'key' | 'kind'>;

function sourceOf(draft: SourceDraft, at: <T>(field: FieldName, read: () => T) => T): LoadSource {
  const { kind, unit } = draft;
  const named = draft.name.trim() === '' ? {} : { name: at('name', () => short(draft.name, 40)) };
  const what = draft.what as never;
  switch (kind) {
    case 'fixed':
      return { ...named, kind, what, unit, weights: at('weights', () => parseWeights(draft.weights, usualCount(draft))) };
    case 'adjustable':
      return {
        ...named,
        kind,
        what,
        unit,
        handles: at('handles', () => within(draft.handles, 1, 20, true)),
        settings: at('weights', () => parseSettings(draft.weights)),
        changeSeconds: at('changeSeconds', () => within(draft.changeSeconds, 0, 300, true)),
      };
    case 'bar':
      return {
        ...named,
        kind,
        unit,
        bar: at('bar', () => within(draft.bar, 0.1, 100)),
        plates: draft.weights.trim() === '' ? [] : at('weights', () => parseWeights(draft.weights, 2)),
      };
    case 'stack':
      return { ...named, kind, what, pins: at('pins', () => within(draft.pins, 1, 60, true)) };
    case 'band':
      return {
        ...named,
        kind,
        what,
        strands: at('strands', () => within(draft.strands, 1, 6, true)),
        tension: at('tension', () => parseTension(draft.tension)),
      };
    case 'makeshift': {
      const litres = draft.litres.trim() === '' ? null : at('litres', () => within(draft.litres, 0.1, 200));
      return {
        ...named,
        kind,
        what,
        emptyKg: at('emptyKg', () => within(draft.emptyKg, 0, 100)),
        contents: at('contents', () => parseContents(draft.contents)),
        ...(litres !== null && { litres, filling: draft.filling === '' ? 'water' : draft.filling }),
      };
    }
    case 'position':
      return {
        ...named,
        kind,
        what,
        positions: at('positions', () => {
          const found = draft.positions
            .split(/,|\n/)
            .map((each) => each.trim())
            .filter(Boolean);
          if (found.length === 0 || found.length > 20)
            throw new Wrong('from one to twenty places, easiest first, with commas between');
          return found.map((each) => short(each, 40));
        }),
      };
  }
}

function short(text: string, most: number): string {
  if (text.trim().length > most) throw new Wrong(`at most ${most} letters`);
  return text.trim();
}

/** What was typed as an inventory, or everything that is wrong with it and where. */
export function inventoryOf(
  draft: InventoryDraft,
): { readonly ok: true; readonly inventory: Inventory } | { readonly ok: false; readonly problems: DraftProblems } {
  const problems: Record<string, string> = {};
  const guard = <T>(path: string, read: () => T): T => {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof Wrong)) throw error;
      problems[path] = error.message;
      return undefined as T;
    }
  };
  const things = Object.entries(draft.things)
    .filter(([, count]) => count.trim() !== '' && count.trim() !== '0')
    .map(([kit, count]) => ({ kit, count: guard(`things.${kit}`, () => within(count, 1, 200, true)) }));
  const sources = draft.sources.map((source) => sourceOf(source, (field, read) => guard(`${source.key}.${field}`, read)));
  const floor = floorOf(draft.floor, guard);
  if (Object.keys(problems).length > 0) return { ok: false, problems };
  return { ok: true, inventory: { things, sources, ...(draft.alone && { alone: true }), ...(floor && { floor }) } };
}

function text(value: number | undefined): string {
  return value === undefined ? '' : String(value);
}

/** Of two sides one that is missing is asked for. */
function floorOf(
  { widthM, depthM }: InventoryDraft['floor'],
  guard: <T>(path: string, read: () => T) => T,
): Inventory['floor'] | null {
  if (widthM.trim() === '' && depthM.trim() === '') return null;
  const metres = (text: string) => within(text, 1, 100);
  return { widthM: guard('floor.widthM', () => metres(widthM)), depthM: guard('floor.depthM', () => metres(depthM)) };
}

function draftOf(source: LoadSource, key: string): SourceDraft {
  const base = { ...newSource(key, source.kind, source.kind === 'bar' ? 'barbell' : source.what), name: source.name ?? '' };
  switch (source.kind) {
    case 'fixed':
      return { ...base, unit: source.unit, weights: weightsText(source.weights, usualCount(base)) };
    case 'adjustable':
      return {
        ...base,
        unit: source.unit,
        handles: text(source.handles),
        weights: source.settings.join('  '),
        changeSeconds: text(source.changeSeconds),
      };
    case 'bar':
      return { ...base, unit: source.unit, bar: text(source.bar), weights: weightsText(source.plates, 2) };
    case 'stack':
      return { ...base, pins: text(source.pins) };
    case 'band':
      return {
        ...base,
        strands: text(source.strands),
        tension: source.tension.map(({ stretch, kg }) => `${stretch}:${kg}`).join('  '),
      };
    case 'makeshift':
      return {
        ...base,
        emptyKg: text(source.emptyKg),
        litres: text(source.litres),
        filling: source.filling ?? '',
        contents: source.contents.map(({ what, count, kgEach }) => `${what} ${count}×${kgEach}`).join(', '),
      };
    case 'position':
      return { ...base, positions: source.positions.join(', ') };
  }
}

/** An inventory as it is edited. */
export function draftFrom(inventory: Inventory | undefined, newKey: () => string): InventoryDraft {
  return {
    things: Object.fromEntries((inventory?.things ?? []).map(({ kit, count }) => [kit, String(count)])),
    sources: (inventory?.sources ?? []).map((source) => draftOf(source, newKey())),
    alone: inventory?.alone ?? false,
    floor: { widthM: text(inventory?.floor?.widthM), depthM: text(inventory?.floor?.depthM) },
  };
}

/**
 * A draft with what a common room has. Of a draft that somebody has typed into nothing is lost: it gets what it lacks; one that is as
 * another common room left it gives way.
 */
export function furnish(
  draft: InventoryDraft,
  room: Inventory,
  others: readonly Inventory[],
  newKey: () => string,
): InventoryDraft {
  const has = whatItHas(draft);
  const asMade = [{ things: [], sources: [] }, ...others].map((each) => whatItHas(draftFrom(each, newKey)));
  const isUntouched = has !== null && asMade.includes(has);
  const furnished = draftFrom(room, newKey);
  if (isUntouched) return { ...furnished, floor: draft.floor, alone: draft.alone };
  const lacking = furnished.sources.filter(
    ({ kind, what }) => !draft.sources.some((source) => source.kind === kind && source.what === what),
  );
  const counted = Object.entries(draft.things).filter(([, count]) => count.trim() !== '');
  return {
    ...draft,
    sources: [...draft.sources, ...lacking],
    things: { ...furnished.things, ...Object.fromEntries(counted) },
  };
}

/** Kit and loads as text, to be compared; `null` while something can’t be read. */
function whatItHas(draft: InventoryDraft): string | null {
  const read = inventoryOf(draft);
  return read.ok ? JSON.stringify([read.inventory.things, read.inventory.sources]) : null;
}
