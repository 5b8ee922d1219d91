import type { Load, MassUnit, MovementDocument } from '@waxwing/core/movement';
import { loadFormsOf, type LoadForm } from '@waxwing/core/loading';

export type Hold = LoadForm['hold'] | 'bodyweight';

/** How a load for a movement is typed: by the first of its own ways to be loaded. */
export function holdOf(document: Pick<MovementDocument, 'kit'>): Hold {
  return loadFormsOf(document)[0]?.hold ?? 'bodyweight';
}

const COUNTED: Readonly<Partial<Record<Hold, { readonly name: string; readonly most: number }>>> = {
  stack: { name: 'pin', most: 60 },
  band: { name: 'strands', most: 6 },
  position: { name: 'position, 1 is the easiest', most: 20 },
};

/** What the field for it is called. */
export function holdLabel(hold: Hold, unit: MassUnit): string {
  const counted = COUNTED[hold];
  if (counted) return counted.name;
  if (hold === 'pair') return `${unit} in each hand`;
  return hold === 'bodyweight' ? `${unit} on top of bodyweight` : unit;
}

export function isWeighed(hold: Hold): boolean {
  return !COUNTED[hold];
}

/** What stands in the field for a load; empty for bodyweight. */
export function typedText(load: Load): string {
  switch (load.kind) {
    case 'stack':
      return String(load.pin);
    case 'band':
      return String(load.strands);
    case 'position':
      return String(load.position);
    default:
      return 'value' in load ? String(load.value) : '';
  }
}

/** The load that was typed; the reason as a text when it isn't one. Nothing typed is bodyweight. */
export function loadFrom(text: string, hold: Hold, unit: MassUnit): Load | string {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return { kind: 'bodyweight' };
  const value = Number(trimmed);
  const counted = COUNTED[hold];
  if (counted) {
    if (!Number.isInteger(value) || value < 1 || value > counted.most) return `a whole number from 1 to ${counted.most}`;
    if (hold === 'stack') return { kind: 'stack', pin: value };
    return hold === 'band' ? { kind: 'band', strands: value } : { kind: 'position', position: value };
  }
  if (!Number.isFinite(value) || value < 0 || value > 500) return `a weight from 0 to 500 ${unit}`;
  if (hold === 'pair' || hold === 'single') return { kind: hold, value, unit };
  return hold === 'bodyweight' ? { kind: 'bodyweight-plus', value, unit } : { kind: 'single', value, unit };
}
