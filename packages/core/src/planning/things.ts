import { loadFormsOf } from '../loading/makeable.ts';
import type { Load } from '../movement/load.ts';
import { numberText } from '../movement/loadText.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { PlanContext } from './planContext.ts';

/** Something of a place that serves only so many at once. */
export interface SharedThing {
  readonly key: string;
  readonly name: string;
  /** How many of them are needed. */
  readonly count: number;
  /** How many there are; `null` when nobody described the place. */
  readonly there: number | null;
}

const made = new WeakMap<PlanContext, WeakMap<MovementDocument, Map<string, readonly SharedThing[]>>>();

/** What somebody has to themselves while they do a movement with a load. Kit of which there is always enough isn't in it. */
export function thingsFor(document: MovementDocument, load: Load, context: PlanContext): readonly SharedThing[] {
  const ofContext = made.get(context) ?? new WeakMap<MovementDocument, Map<string, readonly SharedThing[]>>();
  made.set(context, ofContext);
  const ofMovement = ofContext.get(document) ?? new Map<string, readonly SharedThing[]>();
  ofContext.set(document, ofMovement);
  const key = keyOf(load);
  const known = ofMovement.get(key);
  if (known) return known;
  const found = [...kitFor(document, context), ...weightsFor(document, load, context)];
  ofMovement.set(key, found);
  return found;
}

function keyOf(load: Load): string {
  switch (load.kind) {
    case 'pair':
    case 'single':
      return `${load.kind} ${load.value} ${load.unit}`;
    case 'bar':
      return `bar ${load.bar} ${load.unit}`;
    default:
      return load.kind;
  }
}

function kitFor(document: MovementDocument, { inventory, lexicon }: PlanContext): SharedThing[] {
  const weights = new Set(loadFormsOf(document).map(({ what }) => what));
  return document.kit.needed.flatMap((id): SharedThing[] => {
    const kit = lexicon.kit.get(id);
    if (!kit?.exclusive || weights.has(id)) return [];
    const there = inventory ? (inventory.things.find((thing) => thing.kit === id)?.count ?? 0) : null;
    return [{ key: id, name: kit.name, count: 1, there }];
  });
}

function weightsFor(document: MovementDocument, load: Load, { inventory, lexicon }: PlanContext): SharedThing[] {
  const forms = loadFormsOf(document);
  const nameOf = (id: string) => lexicon.kit.get(id)?.name ?? id;
  const sources = inventory?.sources ?? [];
  if (load.kind === 'pair' || load.kind === 'single') {
    const count = load.kind === 'pair' ? 2 : 1;
    const form = forms.find(({ hold }) => hold === load.kind) ?? forms[0];
    if (!form) return [];
    const weight = `${numberText(load.value)} ${load.unit}`;
    const fixed = sources.reduce((sum, source) => {
      if (source.kind !== 'fixed' || source.what !== form.what || source.unit !== load.unit) return sum;
      return sum + source.weights.filter(({ value }) => value === load.value).reduce((all, each) => all + each.count, 0);
    }, 0);
    const handles = sources.reduce(
      (sum, source) => (source.kind === 'adjustable' && source.what === form.what ? sum + source.handles : sum),
      0,
    );
    // Handles that are set to a weight are wanted only where no fixed one will do.
    if (fixed < count && handles >= count) {
      return [
        {
          key: `handles ${form.what}`,
          name: count > 1 ? `the adjustable ${form.what}s` : `an adjustable ${form.what}`,
          count,
          there: handles,
        },
      ];
    }
    return [
      {
        key: `${form.what} ${weight}`,
        name: count > 1 ? `the pair of ${weight} ${form.what}s` : `the ${weight} ${form.what}`,
        count,
        there: inventory ? fixed : null,
      },
    ];
  }
  if (load.kind === 'bar') {
    const bars = sources.filter((source) => source.kind === 'bar').length;
    return [{ key: 'barbell', name: 'the bar', count: 1, there: inventory ? bars : null }];
  }
  if (load.kind === 'stack' || load.kind === 'position') {
    const form = forms.find(({ hold }) => hold === load.kind);
    if (!form) return [];
    const there = sources.filter((source) => source.kind === load.kind && source.what === form.what).length;
    return [{ key: form.what, name: nameOf(form.what), count: 1, there: inventory ? there : null }];
  }
  return [];
}
