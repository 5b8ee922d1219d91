import { movementsForFloor } from './briefMovements.ts';
import type { SessionBrief } from './brief.ts';
import { BROUGHT_MAX } from './eventTypes.ts';
import type { MovementRevision } from '../movement/library.ts';

/**
 * What a session lacks of a movement that somebody wants in its middle: its revision, and those of what may be needed round it. Of
 * what the session began with it keeps the revisions that it has. The movement itself first, at most as many as one event holds.
 */
export function revisionsToBring(
  brief: SessionBrief,
  movementId: string,
  library: readonly MovementRevision[],
): readonly MovementRevision[] {
  const held = new Set(brief.revisions.map(({ document }) => document.id));
  const needed = movementsForFloor(
    [movementId],
    library.map(({ document }) => document),
  );
  const lacking = library.filter(({ document }) => needed.has(document.id) && !held.has(document.id));
  const itself = lacking.filter(({ document }) => document.id === movementId);
  return [...itself, ...lacking.filter((revision) => !itself.includes(revision))].slice(0, BROUGHT_MAX);
}

/** The brief with these revisions too. A movement that it holds stays as it is; the same brief when nothing is new. */
export function withRevisions(brief: SessionBrief, revisions: readonly MovementRevision[]): SessionBrief {
  const held = new Set(brief.revisions.map(({ document }) => document.id));
  const fresh = revisions.filter(({ document }) => !held.has(document.id));
  return fresh.length === 0 ? brief : { ...brief, revisions: [...brief.revisions, ...fresh] };
}
