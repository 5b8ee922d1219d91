import type { Correction, MovementCue, MovementDocument, MovementFault, PhaseText } from '../movementDocument.ts';
import { freeSlug, slugOf } from '../slug.ts';
import { PHASES_OF_RHYTHM, type CueKind, type Phase, type Rhythm } from '../terms.ts';
import type { FaultType, SharedCue } from '../vocabulary.ts';

/**
 * What a hand does to a movement that is being changed. Each answers another document and keeps what belongs together: a cue that goes is no
 * longer a correction, a fault that becomes another takes its cues along.
 */
type SharedCues = ReadonlyMap<string, SharedCue>;

/** Some fields as they are to be; undefined is a field that is emptied. */
export type Part<Fields> = { readonly [Field in keyof Fields]?: Fields[Field] | undefined };

/** By what a cue is known in its movement. */
export function cueKey(cue: Pick<MovementCue, 'shared' | 'id'>): string {
  return cue.shared ?? cue.id ?? '';
}

/** The part that lasts longest: where a cue is said that isn't tied to a moment. */
export function mainPhase(rhythm: Rhythm): Phase {
  return PHASES_OF_RHYTHM[rhythm][1]!;
}

/** Where a cue stands on the strip. */
export function phaseOfCue(cue: MovementCue, rhythm: Rhythm, shared: SharedCues): Phase {
  const phase = cue.phase ?? (cue.shared ? shared.get(cue.shared)?.phase : undefined);
  return phase && PHASES_OF_RHYTHM[rhythm].includes(phase) ? phase : mainPhase(rhythm);
}

export function withCue(document: MovementDocument, key: string, part: Part<MovementCue>): MovementDocument {
  return { ...document, cues: document.cues.map((cue) => (cueKey(cue) === key ? withFields(cue, part) : cue)) };
}

/** A cue of this movement's own in a phase, with an id that no cue here has. */
export function withNewCue(document: MovementDocument, phase: Phase, text: string, kind: CueKind): MovementDocument {
  const id = freeSlug(slugOf(text, 'cue'), (slug) => document.cues.some((cue) => cueKey(cue) === slug));
  return { ...document, cues: [...document.cues, { id, text, kind, phase }] };
}

/** A shared cue in a phase; the same document where it is said already. */
export function withSharedCue(document: MovementDocument, shared: SharedCue, phase: Phase): MovementDocument {
  if (document.cues.some((cue) => cueKey(cue) === shared.id)) return document;
  const types = new Set(document.faults.map(({ type }) => type));
  const isFor = shared.for.filter((type) => types.has(type));
  const cue: MovementCue = {
    shared: shared.id,
    ...(phase !== shared.phase && { phase }),
    ...(isFor.length < shared.for.length && { for: isFor }),
  };
  return { ...document, cues: [...document.cues, cue] };
}

/** A cue in a phase, before another one (by key) or, without, after all that stand there. */
export function withCueAt(
  document: MovementDocument,
  key: string,
  phase: Phase,
  before: string | null,
  shared: SharedCues,
): MovementDocument {
  const moved = document.cues.find((cue) => cueKey(cue) === key);
  if (!moved || before === key) return document;
  const rest = document.cues.filter((cue) => cue !== moved);
  const there = rest.findLastIndex((cue) => phaseOfCue(cue, document.rhythm, shared) === phase);
  const wanted = before === null ? there + 1 : rest.findIndex((cue) => cueKey(cue) === before);
  const at = wanted < 0 || (before === null && there < 0) ? rest.length : wanted;
  const isThere = phaseOfCue(moved, document.rhythm, shared) === phase;
  return { ...document, cues: rest.toSpliced(at, 0, isThere ? moved : { ...moved, phase }) };
}

export function withoutCue(document: MovementDocument, key: string): MovementDocument {
  return {
    ...document,
    cues: document.cues.filter((cue) => cueKey(cue) !== key),
    faults: document.faults.map((fault) => withoutCorrections(fault, ({ cue }) => cue === key)),
  };
}

/** What a movement's cue becomes when others may use it too: the same words, under a lasting id of the vocabulary. */
export function sharedFrom(cue: MovementCue, isTaken: (id: string) => boolean): SharedCue {
  const { text = '', kind = 'external', explain, phase, audience, stance } = cue;
  return {
    id: freeSlug(slugOf(text, 'cue'), isTaken),
    text,
    kind,
    for: cue.for ?? [],
    ...(explain && { explain }),
    ...(phase && { phase }),
    ...(audience && { audience }),
    ...(stance && { stance }),
  };
}

/** The movement with its own cue replaced by the shared one that it became. */
export function withCueShared(document: MovementDocument, key: string, shared: SharedCue): MovementDocument {
  return {
    ...document,
    cues: document.cues.map((cue) => (cueKey(cue) === key ? { shared: shared.id } : cue)),
    faults: document.faults.map((fault) => ({
      ...fault,
      corrections: fault.corrections.map((each) => (each.cue === key ? { ...each, cue: shared.id } : each)),
    })),
  };
}

/** The fault types of this movement for which a cue is said. */
export function typesOfCue(cue: MovementCue, document: MovementDocument, shared: SharedCues): readonly string[] {
  const types = cue.for ?? (cue.shared ? shared.get(cue.shared)?.for : undefined) ?? [];
  return types.filter((type) => document.faults.some((fault) => fault.type === type));
}

/** A cue that is said for a fault type, or no longer. */
export function withTie(
  document: MovementDocument,
  key: string,
  type: string,
  isTied: boolean,
  shared: SharedCues,
): MovementDocument {
  const cue = document.cues.find((each) => cueKey(each) === key);
  if (!cue) return document;
  const others = typesOfCue(cue, document, shared).filter((each) => each !== type);
  const tied = withCue(document, key, { for: isTied ? [...others, type] : others });
  if (isTied) return tied;
  // Where its author said it first, it was tied in two ways.
  return {
    ...tied,
    faults: tied.faults.map((fault) => (fault.type === type ? withoutCorrections(fault, (each) => each.cue === key) : fault)),
  };
}

/** A fault of a type in a phase, seen from the side until somebody says otherwise. */
export function withNewFault(document: MovementDocument, phase: Phase, type: FaultType, seen: string): MovementDocument {
  const id = freeSlug(type.id, (slug) => document.faults.some((fault) => fault.id === slug));
  const fault: MovementFault = {
    id,
    type: type.id,
    seen,
    views: ['side'],
    phase,
    severity: 'performance',
    causes: [...type.causes],
    corrections: [],
  };
  return { ...document, faults: [...document.faults, fault] };
}

/** What is changed of a fault. One that becomes another type keeps the cues that were said for it. */
export function withFault(document: MovementDocument, id: string, part: Part<MovementFault>): MovementDocument {
  const before = document.faults.find((fault) => fault.id === id);
  if (!before) return document;
  const faults = document.faults.map((fault) => (fault.id === id ? withFields(fault, part) : fault));
  const { type } = part;
  if (type === undefined || type === before.type) return { ...document, faults };
  const isLeft = faults.some((fault) => fault.type === before.type);
  const renamed = (types: readonly string[]) => [
    ...new Set(types.flatMap((each) => (each !== before.type ? [each] : isLeft ? [each, type] : [type]))),
  ];
  return {
    ...document,
    faults,
    cues: document.cues.map((cue) => (cue.for?.includes(before.type) ? { ...cue, for: renamed(cue.for) } : cue)),
  };
}

export function withoutFault(document: MovementDocument, id: string): MovementDocument {
  const gone = document.faults.find((fault) => fault.id === id);
  const faults = document.faults.filter((fault) => fault.id !== id);
  if (!gone || faults.some(({ type }) => type === gone.type)) return { ...document, faults };
  const without = (types: readonly string[]) => types.filter((type) => type !== gone.type);
  return {
    ...document,
    faults: faults.map((fault) => (fault.clears ? { ...fault, clears: without(fault.clears) } : fault)),
    cues: document.cues.map((cue) => (cue.for ? { ...cue, for: without(cue.for) } : cue)),
  };
}

/** In another rhythm: what stood in phases that it hasn’t stands in the part that lasts longest, and nothing that was said is cut. */
export function withRhythm(document: MovementDocument, rhythm: Rhythm): MovementDocument {
  const phases = PHASES_OF_RHYTHM[rhythm];
  const placed = (phase: Phase) => (phases.includes(phase) ? phase : mainPhase(rhythm));
  const texts = new Map<Phase, PhaseText>();
  for (const text of document.phases) {
    const phase = placed(text.phase);
    const known = texts.get(phase);
    texts.set(phase, { ...text, ...known, phase, does: known ? `${known.does} ${text.does}` : text.does });
  }
  return {
    ...document,
    rhythm,
    phases: phases.flatMap((phase) => texts.get(phase) ?? []),
    cues: document.cues.map((cue) => (cue.phase ? { ...cue, phase: placed(cue.phase) } : cue)),
    faults: document.faults.map((fault) => ({ ...fault, phase: placed(fault.phase) })),
    checkpoints: document.checkpoints.map((check) => ({ ...check, phase: placed(check.phase) })),
  };
}

/** How many corrections a fault can have. */
const CORRECTIONS_MOST = 8;

/** A fault's cues said in another order: where its author has cues among what to do, they stand there in this order, the rest after them. */
export function withCuesInOrder(document: MovementDocument, faultId: string, keys: readonly string[]): MovementDocument {
  return {
    ...document,
    faults: document.faults.map((fault) => {
      if (fault.id !== faultId) return fault;
      const own = fault.corrections.filter(({ kind }) => kind === 'cue');
      const isOwn = (key: string) => own.some(({ cue }) => cue === key);
      const inOrder = document.cues.map(cueKey).filter((key) => keys.includes(key) && !isOwn(key));
      const natural = [...own.map(({ cue }) => cue), ...inOrder];
      const lastMoved = keys.findLastIndex((key, at) => natural[at] !== key);
      const first = keys
        .slice(0, Math.max(own.length, lastMoved + 1))
        .map((key): Correction => own.find(({ cue }) => cue === key) ?? { kind: 'cue', cue: key });
      const next = [...first];
      const placed = fault.corrections.flatMap((each) => (each.kind === 'cue' ? next.splice(0, 1) : [each]));
      const after = placed.findLastIndex(({ kind }) => kind === 'cue') + 1;
      const room = Math.max(0, CORRECTIONS_MOST - placed.length);
      return { ...fault, corrections: placed.toSpliced(after, 0, ...next.slice(0, room)) };
    }),
  };
}

/** An entry of a list moved to another place in it. */
export function moved<Entry>(list: readonly Entry[], from: number, to: number): Entry[] {
  const entry = list[from];
  return entry === undefined ? [...list] : list.toSpliced(from, 1).toSpliced(to, 0, entry);
}

function withoutCorrections(fault: MovementFault, isIt: (correction: Correction) => boolean): MovementFault {
  return fault.corrections.some(isIt) ? { ...fault, corrections: fault.corrections.filter((each) => !isIt(each)) } : fault;
}

/** Without the fields that say nothing: a document has no undefined ones. */
function defined<Fields extends object>(fields: Part<Fields>): Fields {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Fields;
}

/** `fields` with some of them otherwise, or emptied. */
export function withFields<Fields extends object>(fields: Fields, part: Part<Fields>): Fields {
  return defined({ ...fields, ...part });
}
