import { isPossible } from '../coaching/nextChange.ts';
import { stepsFrom, type Makeable } from '../loading/makeable.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Load } from '../movement/load.ts';
import type { Lever } from '../movement/terms.ts';
import { inLane, nextSegment, swapFor, type ActionContext, type Drafts } from './actions.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isAloneUnder, neighbour } from './clientAdvice.ts';
import type { SegmentChange } from './event.ts';
import type { LaneSituation } from './laneSituation.ts';
import { SLOWER_KEY, slowerText } from './nextSetAfter.ts';

/** One step easier or harder: something about the movement, the load, or another movement. */
export type Level =
  | { readonly kind: 'lever'; readonly key: string; readonly text: string; readonly lever: Lever; readonly load?: Load }
  | {
      readonly kind: 'movement';
      readonly key: string;
      /** What it is called. */
      readonly text: string;
      readonly movementId: string;
      readonly levers: readonly Lever[];
      /** Why it is there, where the plan has it. */
      readonly planned?: string;
    };

export interface Levels {
  /** Smallest first: what changes the movement before what takes another. */
  readonly easier: readonly Level[];
  readonly harder: readonly Level[];
  /** What was planned, where something else is done now. */
  readonly back: { readonly movementId: string; readonly name: string } | null;
}

const PLANNED = {
  easier: [
    ['easier', 'the plan’s easier level'],
    ['cantDo', 'the plan’s way for anyone who can’t'],
  ],
  harder: [
    ['harder', 'the plan’s harder level'],
    ['notEnough', 'the plan’s way for anyone who needs more'],
  ],
} as const;

/**
 * What makes it easier or harder for this lane, here and now: only what the room, the load in hand and cautions allow. Harder is nothing on what
 * hurts or while a risk is open, and no heavier press lying down for who is alone.
 */
export function levelsOf(index: BriefIndex, situation: LaneSituation): Levels {
  const { item, set, isWorking, movement } = situation;
  const { document } = movement;
  const load = (isWorking ? set?.segments.at(-1)?.load : undefined) ?? item.load;
  const rack = index.rack(item.movementId);
  const { lighter, heavier } = stepsFrom(rack, load);
  const done = new Set(isWorking ? set?.changes : item.nextChange ? [item.nextChange.key] : []);
  const means = {
    document,
    isLoaded: load.kind !== 'bodyweight',
    canLighten: rack.length === 0 || lighter !== null,
    kit: index.brief.kit && new Set(index.brief.kit),
  };
  const eases = document.eases
    .filter((ease) => ease.lever !== 'load' && !done.has(`lever:${ease.lever}`) && isPossible(ease.lever, ease, means))
    .map(({ lever, text }): Level => ({ kind: 'lever', key: `lever:${lever}`, lever, text }));
  const canSlow = item.dose.kind === 'reps' && document.tempo !== undefined && !done.has(SLOWER_KEY);
  return {
    easier: [...eases, ...loadLevel('lever:load', lighter), ...movementLevels(index, situation, 'easier')],
    harder: isHeldBack(situation)
      ? []
      : [
          ...loadLevel('harder:load', isAloneUnder(index, document) ? null : heavier),
          ...(canSlow ? [{ kind: 'lever' as const, key: SLOWER_KEY, lever: 'tempo' as const, text: slowerText(document) }] : []),
          ...movementLevels(index, situation, 'harder'),
        ],
    back:
      item.movementId === item.plannedMovementId
        ? null
        : { movementId: item.plannedMovementId, name: index.nameOf(item.plannedMovementId) },
  };
}

/** Nothing is made harder on what hurts, nor while a risk is open. */
function isHeldBack({ item, set, correction }: LaneSituation): boolean {
  return item.pain || set?.pain === true || correction?.triage.first.severity === 'risk';
}

function loadLevel(key: string, to: Makeable | null): Level[] {
  return to ? [{ kind: 'lever', key, lever: 'load', load: to.load, text: `Take ${to.how}` }] : [];
}

/** The plan's own levels of this place first, then the nearest rung, each once. */
function movementLevels(index: BriefIndex, { item, client }: LaneSituation, direction: 'easier' | 'harder'): Level[] {
  const slot = index.brief.plan?.blocks
    .flatMap(({ items }) => items)
    .find(({ itemId, movementId }) => itemId === item.planItemId && movementId === item.plannedMovementId);
  const planned = PLANNED[direction].flatMap(([which, words]): Level[] => {
    const revision = slot?.levels?.[which] ? index.revision(slot.levels[which]) : undefined;
    if (!revision || !index.isOpen(client.clientId, revision.document.id)) return [];
    return [movementLevel(revision.document, [], words)];
  });
  const rung = neighbour(index, client.clientId, item.movementId, direction);
  const document = rung && index.revision(rung.movementId)?.document;
  const found = document ? [...planned, movementLevel(document, rung.levers)] : planned;
  // What was planned has its own way back.
  return found.filter(
    ({ key }, at) =>
      key !== `swap:${item.plannedMovementId}` &&
      key !== `swap:${item.movementId}` &&
      found.findIndex((each) => each.key === key) === at,
  );
}

function movementLevel({ id, name }: MovementDocument, levers: readonly Lever[], planned?: string): Level {
  return { kind: 'movement', key: `swap:${id}`, text: name, movementId: id, levers, ...(planned && { planned }) };
}

/** The same step for somebody else: of a load, their own next one. */
export interface SharedLevel {
  readonly situation: LaneSituation;
  readonly level: Level;
}

/** Who else is at the same place of the hour and can take the same step here. */
export function levelForOthers(
  index: BriefIndex,
  { item }: LaneSituation,
  others: readonly LaneSituation[],
  direction: 'easier' | 'harder',
  { key }: Level,
): readonly SharedLevel[] {
  return others.flatMap((situation) => {
    const isHere = item.planItemId
      ? situation.item.planItemId === item.planItemId
      : situation.item.plannedMovementId === item.plannedMovementId;
    const level = isHere ? levelsOf(index, situation)[direction].find((each) => each.key === key) : undefined;
    return level ? [{ situation, level }] : [];
  });
}

/** Takes a step: at once while a set goes on, else from the next set on. */
export function takeLevel(context: ActionContext, level: Level): Drafts {
  if (level.kind === 'movement') return swapFor(context, level.movementId, level.levers);
  const { set, isWorking, item } = context.situation;
  const { key, text, lever, load } = level;
  const change: SegmentChange = { kind: key.startsWith('harder') ? 'harder' : 'lever', key, text, lever };
  const where = inLane(context);
  const taken: Drafts = load ? [{ type: 'load-changed', ...where, payload: { itemId: item.itemId, load } }] : [];
  if (set && isWorking) return [...taken, nextSegment(context, set, load ? { load } : {}, change)];
  // Another load is said by the load itself.
  if (load) return taken;
  return [{ type: 'next-set-planned', ...where, payload: { itemId: item.itemId, target: item.target, change } }];
}

/** Back to what was planned; the levers of the way there are those of the way here. */
export function backToPlanned(context: ActionContext): Drafts {
  const { item } = context.situation;
  const levers = item.swaps.at(-1)?.levers ?? [];
  return item.movementId === item.plannedMovementId ? [] : swapFor(context, item.plannedMovementId, levers);
}
