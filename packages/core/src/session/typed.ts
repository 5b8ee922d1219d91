import {
  faultIdOf,
  ownCueId,
  type ResolvedCue,
  type ResolvedFault,
  type ResolvedMovement,
} from '../movement/resolvedMovement.ts';
import { VIEWS } from '../movement/terms.ts';
import type { BriefIndex } from './briefIndex.ts';
import type { PinnedMovements } from './log.ts';
import type { SessionState, TypedState } from './state.ts';

const SLUG = /^typed-/;

/** A fault's id and type, until somebody files it. Nothing else is of that type. */
export function typedFault(movementId: string, id: string): { readonly faultId: string; readonly faultTypeId: string } {
  const slug = `typed-${id}`;
  return { faultId: faultIdOf(movementId, slug), faultTypeId: slug };
}

export function typedCueId(movementId: string, id: string): string {
  return ownCueId(movementId, `typed-${id}`);
}

/** The slug of an id that was typed on Floor; nothing of another. */
export function typedSlug(id: string): string | undefined {
  const slug = id.split('/')[1];
  return slug !== undefined && SLUG.test(slug) ? slug : undefined;
}

/** The movements of a session as the stances leave them, with what was typed for them in it. */
export function movementsOf(index: BriefIndex, state: Pick<SessionState, 'typed'>): PinnedMovements {
  return (clientId, movementId) => {
    const movement = index.movement(clientId, movementId);
    return movement && withTyped(movement, state.typed);
  };
}

const known = new WeakMap<ResolvedMovement, { readonly typed: readonly TypedState[]; readonly movement: ResolvedMovement }>();

/** A movement with what was typed for it in the session; the same object where nothing was, and as long as nothing more is. */
export function withTyped(movement: ResolvedMovement, typed: readonly TypedState[]): ResolvedMovement {
  if (!typed.some(({ movementId }) => movementId === movement.movementId)) return movement;
  const before = known.get(movement);
  if (before?.typed === typed) return before.movement;
  const here = typed.filter(({ movementId }) => movementId === movement.movementId);
  const cues = here
    .filter(({ kind }) => kind === 'cue')
    .map((entry): ResolvedCue & { forFault?: string } => ({
      cueId: entry.id,
      text: entry.text,
      kind: 'external',
      for: [],
      shared: false,
      ...(entry.faultId && { forFault: entry.faultId }),
    }));
  const saidFor = (faultId: string) => cues.filter(({ forFault }) => forFault === faultId);
  const faults = here
    .filter(({ kind, id }) => kind === 'fault' && !movement.faults.some(({ faultId }) => faultId === id))
    .map(({ id, text }): ResolvedFault => ({
      faultId: id,
      type: typedSlug(id) ?? id,
      name: text,
      region: 'trunk',
      clears: [],
      cues: saidFor(id),
      seen: text,
      views: [...VIEWS],
      phase: 'set-up',
      oneSided: true,
      // Somebody found it worth typing in the middle of a set.
      severity: 'performance',
      causes: [],
      corrections: [],
    }));
  const made = {
    ...movement,
    cues: [...movement.cues, ...cues],
    faults: [...movement.faults.map((fault) => ({ ...fault, cues: [...fault.cues, ...saidFor(fault.faultId)] })), ...faults],
  };
  known.set(movement, { typed, movement: made });
  return made;
}
