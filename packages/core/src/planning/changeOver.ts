import { isSameLoad } from '../movement/loadText.ts';
import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { PlanContext } from './planContext.ts';
import { HANDLE_KIT_SECONDS, isFloorChange, positionChangeSeconds } from './planTimes.ts';

/** A movement and what is held in it. */
export interface Held {
  readonly document: MovementDocument;
  readonly load: Load;
}

/** Getting from one movement to another. */
export interface ChangeOver {
  readonly seconds: number;
  /** Down to the floor, or up from it. */
  readonly isFloor: boolean;
  /** Something is put down, picked up or set. */
  readonly isKit: boolean;
}

const NO_CHANGE: ChangeOver = { seconds: 0, isFloor: false, isKit: false };

/** From what was just done (`null`: they stand there with nothing) to what comes: position, and what is put down, picked up and set. */
export function changeOver(last: Held | null, { document, load }: Held, context: PlanContext): ChangeOver {
  if (last && last.document.id === document.id && (last.load === load || isSameLoad(last.load, load))) return NO_CHANGE;
  const from = last?.document.position ?? 'standing';
  const isSameMovement = last?.document.id === document.id;
  const moved = isSameMovement ? 0 : positionChangeSeconds(from, document.position);
  const hadKit = last && last.load.kind !== 'bodyweight' ? HANDLE_KIT_SECONDS : 0;
  const takes = load.kind === 'bodyweight' ? 0 : HANDLE_KIT_SECONDS + settingSeconds(document, load, context);
  const keepsIt = hadKit && last && isSameLoad(last.load, load) && sharesKit(last.document, document);
  const handling = keepsIt ? 0 : hadKit + takes;
  return {
    seconds: moved + handling,
    isFloor: !isSameMovement && isFloorChange(from, document.position),
    isKit: handling > 0,
  };
}

const settings = new WeakMap<PlanContext, WeakMap<MovementDocument, Map<Load, number>>>();

/** Setting a load beyond picking it up, looked up once for each. */
function settingSeconds(document: MovementDocument, load: Load, context: PlanContext): number {
  const ofContext = settings.get(context) ?? new WeakMap<MovementDocument, Map<Load, number>>();
  settings.set(context, ofContext);
  const ofMovement = ofContext.get(document) ?? new Map<Load, number>();
  ofContext.set(document, ofMovement);
  const known = ofMovement.get(load);
  if (known !== undefined) return known;
  const seconds = context.rack(document).find((each) => isSameLoad(each.load, load))?.changeSeconds ?? 0;
  ofMovement.set(load, seconds);
  return seconds;
}

function sharesKit(a: MovementDocument, b: MovementDocument): boolean {
  return a.kit.needed.some((id) => b.kit.needed.includes(id));
}
