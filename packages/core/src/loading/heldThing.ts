import type { FigureHold } from '../movement/figureDocument.ts';
import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { HeldThing } from '../movement/terms.ts';
import type { Inventory } from './inventory.ts';
import { formOf } from './makeable.ts';

type Held = Pick<FigureHold, 'thing' | 'kg'>;

/** What a form of load is drawn as: in each hand, or one for both. */
const IN_EACH_HAND: Readonly<Record<string, HeldThing>> = { dumbbell: 'dumbbells', kettlebell: 'kettlebells' };
const AS_ONE: Readonly<Record<string, HeldThing>> = {
  dumbbell: 'dumbbell',
  kettlebell: 'kettlebell',
  plate: 'plate',
  'medicine-ball': 'ball',
};

/** What is in the hands for a load: as the figure has it where the load doesn't tell, `null` for empty hands. */
function thingFor(hold: Held, load: Load, what: string | undefined): HeldThing | null {
  switch (load.kind) {
    case 'bodyweight':
      // A band or a dowel that weighs nothing is there all the same.
      return hold.kg > 0 ? null : hold.thing;
    case 'pair':
      return IN_EACH_HAND[what ?? ''] ?? hold.thing;
    case 'single':
      // A kettlebell that is held upside down is so at any weight.
      if (hold.thing === 'upturned-kettlebell' && what === 'kettlebell') return hold.thing;
      return AS_ONE[what ?? ''] ?? hold.thing;
    case 'bar':
      return 'bar';
    case 'band':
      // Where the figure has no band, nobody has drawn how it runs.
      return hold.thing === 'band' ? 'band' : null;
    default:
      return hold.thing;
  }
}

/**
 * A movement with its figure holding what was laid out for a load: a dumbbell where the kettlebell was taken. The weight in the
 * figure's balance stays as its author has it. The same document where nothing else is held.
 */
export function holdingLoad(
  document: MovementDocument,
  inventory: Pick<Inventory, 'sources'> | null,
  load: Load,
): MovementDocument {
  const { figure } = document;
  if (!figure?.hold) return document;
  const { hold, ...bare } = figure;
  const thing = thingFor(hold, load, formOf(document, inventory, load)?.what);
  if (thing === hold.thing) return document;
  return { ...document, figure: thing === null ? bare : { ...bare, hold: { ...hold, thing } } };
}
