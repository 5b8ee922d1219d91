import type { Alias, Aliased } from './alias.ts';
import type { Correction, MovementCue, MovementDocument } from './movementDocument.ts';
import type { Vocabulary } from './vocabulary.ts';

/** Ids as they are now, of ids as they were logged. Whatever was never renamed is itself. */
export interface Renames {
  readonly isEmpty: boolean;
  /** Whether a document, as JSON, may hold an id that was renamed: most hold none, and are right as they are stored. */
  readonly mayConcern: (json: string) => boolean;
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
    mayConcern: (json) => aliases.some(({ id }) => json.includes(id)),
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
  const types = (ids: readonly string[]) => [...new Set(ids.map(faultType))];
  const renamed: MovementDocument = {
    ...document,
    ...(document.components && { components: document.components.map(movement) }),
    harder: document.harder.map((step) => ({ ...step, to: movement(step.to) })),
    cautions: document.cautions.map((each) => (each.instead ? { ...each, instead: movement(each.instead) } : each)),
    cues: oncePerShared(
      document.cues.map((each) => ({
        ...each,
        ...(each.shared && { shared: cue(each.shared) }),
        ...(each.for && { for: types(each.for) }),
      })),
    ),
    faults: document.faults.map((fault) => ({
      ...fault,
      type: faultType(fault.type),
      // Of two that became one, neither takes away itself.
      ...(fault.clears && { clears: types(fault.clears).filter((type) => type !== faultType(fault.type)) }),
      ...(fault.regressTo && { regressTo: movement(fault.regressTo) }),
      corrections: onceInARow(fault.corrections.map((each) => (each.cue ? { ...each, cue: cue(each.cue) } : each))),
    })),
  };
  return JSON.stringify(renamed) === JSON.stringify(document) ? document : renamed;
}

/** Of two cues that became one, the first, for what either was for. */
function oncePerShared(cues: readonly MovementCue[]): MovementCue[] {
  const kept = new Map<string, MovementCue>();
  for (const each of cues) {
    const key = each.shared ?? `own ${each.id}`;
    const first = kept.get(key);
    const isFor = first?.for && each.for && { for: [...new Set([...first.for, ...each.for])] };
    kept.set(key, first ? { ...first, ...isFor } : each);
  }
  return [...kept.values()];
}

/** What says one cue is tried once. */
function onceInARow(corrections: readonly Correction[]): Correction[] {
  return corrections.filter(({ cue }, at) => cue === undefined || corrections.findIndex((each) => each.cue === cue) === at);
}

/** A vocabulary without what was renamed, and with what it refers to under its ids of now. */
export function renamedVocabulary(vocabulary: Vocabulary): Vocabulary {
  const { aliases = [], causes, cues, faultTypes, feelings, searchTerms } = vocabulary;
  if (aliases.length === 0) return vocabulary;
  const renames = renamesOf(aliases);
  return {
    ...vocabulary,
    ...(cues && {
      cues: cues
        .filter(({ id }) => renames.cue(id) === id)
        .map((cue) => ({ ...cue, for: [...new Set(cue.for.map(renames.faultType))] })),
    }),
    ...(faultTypes && {
      faultTypes: faultTypes
        .filter(({ id }) => renames.faultType(id) === id)
        .map((type) => (type.drills ? { ...type, drills: type.drills.map(renames.movement) } : type)),
    }),
    ...(searchTerms && {
      searchTerms: searchTerms.map((term) => {
        const { movements } = term.narrows;
        return movements ? { ...term, narrows: { ...term.narrows, movements: movements.map(renames.movement) } } : term;
      }),
    }),
    ...(causes && { causes: causes.map((cause) => ({ ...cause, work: cause.work.map(renames.movement) })) }),
    ...(feelings && {
      feelings: feelings.map((each) => (each.types ? { ...each, types: [...new Set(each.types.map(renames.faultType))] } : each)),
    }),
  };
}
