import type { Alias } from '../alias.ts';
import type { MovementDocument } from '../movementDocument.ts';
import { freeSlug, slugOf } from '../slug.ts';
import { CUES_MOST, FAULTS_MOST } from '../terms.ts';
import type { FaultType, Vocabulary } from '../vocabulary.ts';
import { mainPhase } from './edit.ts';

/** What takes something that was typed on Floor into the library: a movement as it is to be, words that are new, and what goes under another id. */
export interface Filing {
  /** Absent where the movement stays as it is. */
  readonly document?: MovementDocument;
  readonly words: Vocabulary;
  /** The id under which it is in the library now, and of a fault, its type. */
  readonly now: string;
  readonly type?: string;
}

/** A kind of fault that nobody had a name for. Where in the body it is can be said later. */
export function newFaultType(name: string, isTaken: (id: string) => boolean): FaultType {
  return { id: freeSlug(slugOf(name, 'fault'), isTaken), name, region: 'trunk', causes: [] };
}

/** As a fault of its own, under the id by which it was logged, of a type that there is or that is new. What it did goes to the type, too. */
export function filedAsNewFault(
  document: MovementDocument,
  slug: string,
  text: string,
  { type, isNew }: { readonly type: FaultType; readonly isNew: boolean },
): Filing {
  if (document.faults.length >= FAULTS_MOST) throw new Error(`${document.name} has ${FAULTS_MOST} faults: take one out first.`);
  const isCalledSo = type.name.toLowerCase() === text.toLowerCase();
  const fault = {
    id: slug,
    type: type.id,
    seen: text,
    views: ['side' as const],
    phase: mainPhase(document.rhythm),
    severity: 'performance' as const,
    causes: [...type.causes],
    corrections: [],
    ...(!isCalledSo && { name: text }),
  };
  const renamed: Alias = { of: 'fault-type', id: slug, now: type.id };
  return {
    document: { ...document, faults: [...document.faults, fault] },
    words: { ...(isNew && { faultTypes: [type] }), aliases: [renamed] },
    now: `${document.id}/${slug}`,
    type: type.id,
  };
}

/** As one that the movement has: what was seen of it was seen of that. */
export function filedAsFault(document: MovementDocument, slug: string, faultId: string): Filing {
  const fault = document.faults.find(({ id }) => id === faultId);
  if (!fault) throw new Error(`${document.name} has no such fault any more.`);
  return {
    words: {
      aliases: [
        { of: 'fault', id: `${document.id}/${slug}`, now: `${document.id}/${fault.id}` },
        { of: 'fault-type', id: slug, now: fault.type },
      ],
    },
    now: `${document.id}/${fault.id}`,
    type: fault.type,
  };
}

/** As words for a fault that the movement has: what was seen is that fault, and the words are a cue for it. */
export function filedAsCueFor(document: MovementDocument, slug: string, text: string, faultId: string): Filing {
  const { words, now, type } = filedAsFault(document, slug, faultId);
  if (document.cues.length >= CUES_MOST) throw new Error(`${document.name} has ${CUES_MOST} cues: take one out first.`);
  const id = freeSlug(slugOf(text, 'cue'), (each) => document.cues.some((cue) => (cue.shared ?? cue.id) === each));
  const cue = { id, text, kind: 'external' as const, phase: mainPhase(document.rhythm), for: [type!] };
  return { document: { ...document, cues: [...document.cues, cue] }, words, now, type: type! };
}

/** As a cue of the movement's own, for the fault for which it was said. */
export function filedAsNewCue(document: MovementDocument, slug: string, text: string, faultType: string | undefined): Filing {
  if (document.cues.length >= CUES_MOST) throw new Error(`${document.name} has ${CUES_MOST} cues: take one out first.`);
  const isFor = document.faults.some(({ type }) => type === faultType) ? [faultType!] : [];
  const cue = { id: slug, text, kind: 'external' as const, phase: mainPhase(document.rhythm), for: isFor };
  return { document: { ...document, cues: [...document.cues, cue] }, words: {}, now: `${document.id}/${slug}` };
}

/** As one that there is, shared or the movement's own: what it did belongs to that. */
export function filedAsCue(document: MovementDocument, slug: string, cueId: string): Filing {
  return { words: { aliases: [{ of: 'cue', id: `${document.id}/${slug}`, now: cueId }] }, now: cueId };
}

/** With the same words that were typed at other times, by their ids: they go where it goes. */
export function filedWith(filing: Filing, others: readonly string[]): Filing {
  if (others.length === 0) return filing;
  const { now, type, words } = filing;
  const of = type === undefined ? 'cue' : 'fault';
  const renamed = others.flatMap((id): Alias[] => [
    { of, id, now },
    ...(type === undefined ? [] : [{ of: 'fault-type' as const, id: id.split('/')[1] ?? id, now: type }]),
  ]);
  return { ...filing, words: { ...words, aliases: [...(words.aliases ?? []), ...renamed] } };
}
