import { rungs, type Ladder } from '../ladder/ladder.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { standInsFor, type Nearness } from '../ladder/nearness.ts';
import type { Hindrance, PlanContext } from './planContext.ts';

export interface Swap {
  readonly document: MovementDocument;
  readonly nearness: Nearness;
  readonly reasons: readonly string[];
  /** Not shown yet, or not yet as its step asks; what kit or a caution closes isn't offered at all. */
  readonly notYet: string | null;
}

export interface SwapQuestion {
  readonly of: MovementDocument;
  /** For these: what is open to all of them. */
  readonly laneIds: readonly string[];
  readonly among: readonly MovementDocument[];
  readonly ladder: Ladder;
  readonly context: PlanContext;
  /** Movements that are in the plan already: not twice without need. */
  readonly used?: ReadonlySet<string>;
}

/** What hasn't been shown yet, and what the hour has already, come after what is as near. */
const NOT_YET = 0.25;
const USED = 0.2;
/** What nearly anybody can do comes a little sooner. */
const EACH_SKILL = 0.02;

const known = new WeakMap<Ladder, ReadonlyMap<string, number>>();
function rungsOf(ladder: Ladder): ReadonlyMap<string, number> {
  const found = known.get(ladder) ?? rungs(ladder);
  known.set(ladder, found);
  return found;
}

/** What else could stand in a place, nearest first, each with its reasons. */
export function swapsFor(question: SwapQuestion, limit = 8): readonly Swap[] {
  const { of, among, ladder, laneIds, context, used = new Set() } = question;
  const found = standInsFor(of, among, rungsOf(ladder)).flatMap(({ document, nearness: near }) => {
    const hindrances = hindrancesOf(document.id, laneIds, context);
    if (hindrances.some(isClosing)) return [];
    const notYet = hindrances[0]?.text ?? null;
    const worth = near.value - (notYet ? NOT_YET : 0) - (used.has(document.id) ? USED : 0) - EACH_SKILL * document.skill;
    return [{ document, near, notYet, worth }];
  });
  return found
    .sort((a, b) => b.worth - a.worth)
    .slice(0, limit)
    .map(({ document, near, notYet }) => ({ document, nearness: near, notYet, reasons: reasonsOf(of, document, near) }));
}

/** Kit, the room or a caution close a movement; what only hasn't been shown yet doesn't. */
export function isClosing({ kind }: Hindrance): boolean {
  return kind !== 'mastery';
}

/** Whether nothing closes a movement for any of some lanes. */
export function isOpenToAll(movementId: string, laneIds: readonly string[], context: PlanContext): boolean {
  return !hindrancesOf(movementId, laneIds, context).some(isClosing);
}

/** What stands between a movement and any of some lanes. */
export function hindrancesOf(movementId: string, laneIds: readonly string[], context: PlanContext): readonly Hindrance[] {
  return laneIds.flatMap((laneId) => context.lane(laneId).hindrances(movementId));
}

function reasonsOf(from: MovementDocument, to: MovementDocument, near: Nearness): string[] {
  const reasons: string[] = [];
  const { rungs: apart } = near;
  if (apart !== null && apart !== 0) {
    const steps = Math.abs(apart) === 1 ? 'one rung' : `${Math.abs(apart)} rungs`;
    reasons.push(`${steps} ${apart > 0 ? 'harder' : 'easier'}`);
  } else if (near.samePattern) reasons.push('the same pattern');
  if (near.muscles >= 0.9) reasons.push('works the same muscles');
  else if (near.muscles >= 0.6) reasons.push('works much the same muscles');
  else reasons.push('works other muscles too');
  if (!near.samePosition) reasons.push(`done ${to.position.replace('-', ' ')}`);
  if (from.kit.needed.length > 0 && to.kit.needed.length === 0) reasons.push('needs nothing');
  return reasons;
}
