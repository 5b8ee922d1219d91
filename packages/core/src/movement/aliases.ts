import type { Alias, Aliased } from './alias.ts';
import type { MovementDocument } from './movementDocument.ts';
import type { Vocabulary } from './vocabulary.ts';

/** Ids as they are now, of ids as they were logged. Whatever was never renamed is itself. */
export interface Renames {
  readonly isEmpty: boolean;
  readonly movement: (id: string) => string;
  readonly faultType: (id: string) => string;
  /** Of a shared cue, or a movement's own. */
  readonly cue: (id: string) => string;
  /** `movement/slug`: goes with its movement, too. */
  readonly fault: (id: string) => string;
}

export const aliasKey = ({ of, id }: Pick<Alias, 'of' | 'id'>): string => `${of} ${id}`;

/** Renames may follow on one another; one that comes back to itself leads nowhere (the library's check refuses it). */
export function renamesOf(aliases: readonly Alias[] = []): Renames {
  const now = new Map(aliases.map((alias) => [aliasKey(alias), alias.now]));
  const last = (of: Aliased, id: string): string => {
    let at = id;
    for (let steps = 0; steps <= now.size; steps += 1) {
      const next = now.get(aliasKey({ of, id: at }));
      if (next === undefined) return at;
      at = next;
    }
    return id;
  };
  const movement = (id: string) => last('movement', id);
  const ofMovement = (id: string): string => {
    const [whose = '', slug] = id.split('/');
    return slug === undefined ? id : `${movement(whose)}/${slug}`;
  };
  return {
    isEmpty: now.size === 0,
    movement,
    faultType: (id) => last('fault-type', id),
    cue: (id) => ofMovement(last('cue', id)),
    fault: (id) => ofMovement(last('fault', id)),
  };
}

/** A movement with what it refers to under its ids of now; the same object when nothing of that was renamed. */
export function renamedDocument(document: MovementDocument, renames: Renames): MovementDocument {
  if (renames.isEmpty) return document;
  const { movement, faultType, cue } = renames;
  const renamed: MovementDocument = {
    ...document,
    ...(document.components && { components: document.components.map(movement) }),
    harder: document.harder.map((step) => ({ ...step, to: movement(step.to) })),
    cautions: document.cautions.map((each) => (each.instead ? { ...each, instead: movement(each.instead) } : each)),
    cues: document.cues.map((each) => ({
      ...each,
      ...(each.shared && { shared: cue(each.shared) }),
      ...(each.for && { for: each.for.map(faultType) }),
    })),
    faults: document.faults.map((fault) => ({
      ...fault,
      type: faultType(fault.type),
      ...(fault.clears && { clears: fault.clears.map(faultType) }),
      ...(fault.regressTo && { regressTo: movement(fault.regressTo) }),
      corrections: fault.corrections.map((each) => (each.cue ? { ...each, cue: cue(each.cue) } : each)),
    })),
  };
  return JSON.stringify(renamed) === JSON.stringify(document) ? document : renamed;
}

/** A vocabulary without what was renamed, and with what it refers to under its ids of now. */
export function renamedVocabulary(vocabulary: Vocabulary): Vocabulary {
  const { aliases = [], causes, cues, faultTypes } = vocabulary;
  if (aliases.length === 0) return vocabulary;
  const renames = renamesOf(aliases);
  return {
    ...vocabulary,
    ...(cues && {
      cues: cues.filter(({ id }) => renames.cue(id) === id).map((cue) => ({ ...cue, for: cue.for.map(renames.faultType) })),
    }),
    ...(faultTypes && {
      faultTypes: faultTypes
        .filter(({ id }) => renames.faultType(id) === id)
        .map((type) => (type.drills ? { ...type, drills: type.drills.map(renames.movement) } : type)),
    }),
    ...(causes && { causes: causes.map((cause) => ({ ...cause, work: cause.work.map(renames.movement) })) }),
  };
}
