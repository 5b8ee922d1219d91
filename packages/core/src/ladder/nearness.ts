import { isInUse } from '../movement/inUse.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { prepares } from '../movement/prepares.ts';
import { likeness } from './fallback.ts';

/** What each of these weighs in how near two movements are; together 1. */
const WEIGHTS = { pattern: 0.3, muscles: 0.4, rung: 0.15, position: 0.1, kit: 0.05 } as const;
/** Rungs apart at which nearness on a ladder is nothing. */
const FAR_RUNGS = 4;
/** Less near than this is another movement for another purpose. */
const NEAR_ENOUGH = 0.45;

export interface Nearness {
  /** 0 for nothing in common, 1 for the same. */
  readonly value: number;
  readonly samePattern: boolean;
  /** Cosine of the muscles' shares, 0–1. */
  readonly muscles: number;
  readonly samePosition: boolean;
  /** Rungs up, negative when it is easier; `null` on different ladders. */
  readonly rungs: number | null;
}

/** How near one movement is to another: by what it is, what it works, where it stands on the ladder, the position and the kit. */
export function nearness(from: MovementDocument, to: MovementDocument, rungOf: ReadonlyMap<string, number>): Nearness {
  const samePattern = from.pattern === to.pattern;
  const samePosition = from.position === to.position;
  const muscles = likeness(from, to);
  const rungs = from.family === to.family ? (rungOf.get(to.id) ?? 0) - (rungOf.get(from.id) ?? 0) : null;
  const onLadder = rungs === null ? 0 : Math.max(0, 1 - Math.abs(rungs) / FAR_RUNGS);
  const more = to.kit.needed.filter((id) => !from.kit.needed.includes(id)).length;
  return {
    value:
      (samePattern ? WEIGHTS.pattern : 0) +
      WEIGHTS.muscles * muscles +
      WEIGHTS.rung * onLadder +
      (samePosition ? WEIGHTS.position : 0) +
      WEIGHTS.kit / (1 + more),
    samePattern,
    muscles,
    samePosition,
    rungs,
  };
}

/** A movement that could stand in for another. */
export interface StandIn {
  readonly document: MovementDocument;
  readonly nearness: Nearness;
}

/** What could be done instead, in the library's order: near enough, and no stretch or mobility in place of work. */
export function standInsFor(
  of: MovementDocument,
  among: readonly MovementDocument[],
  rungOf: ReadonlyMap<string, number>,
): StandIn[] {
  return among.flatMap((document) => {
    if (document.id === of.id || !isInUse(document) || (prepares(document) && !prepares(of))) return [];
    const near = nearness(of, document, rungOf);
    return near.value < NEAR_ENOUGH ? [] : [{ document, nearness: near }];
  });
}
