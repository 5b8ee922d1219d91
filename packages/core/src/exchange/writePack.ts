import { stringify } from 'yaml';
import type { MovementRevision } from '../movement/library.ts';
import type { PackBase } from '../movement/libraryPack.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { PACK_FORMAT } from '../movement/packFormat.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import type { WordList } from '../movement/words.ts';
import { wordsOfCue, wordsOfMovement, type NamedWords } from '../movement/wordUses.ts';

/** What a pack file says: the format first, so that whoever reads it knows what it is. */
export interface PackContent {
  readonly format: string;
  readonly madeFrom?: readonly PackBase[];
  readonly vocabulary: Vocabulary;
  readonly movements: readonly MovementDocument[];
}

/** Every word that movements need to be understood elsewhere, by the list in which it stands. */
function wordsOf(movements: readonly MovementDocument[], vocabulary: Vocabulary): ReadonlyMap<WordList, ReadonlySet<string>> {
  const used = new Map<WordList, Set<string>>();
  const add = (names: NamedWords) => {
    for (const [list, id] of names) used.set(list, (used.get(list) ?? new Set()).add(id));
  };
  for (const document of movements) add(wordsOfMovement(document));
  for (const cue of vocabulary.cues ?? []) if (used.get('cues')?.has(cue.id)) add(wordsOfCue(cue));
  return used;
}

/** Words that name movements which aren’t in the pack would be refused where those aren’t either: they go without. */
function withinPack(vocabulary: Vocabulary, ids: ReadonlySet<string>): Vocabulary {
  const { causes, faultTypes, ...rest } = vocabulary;
  return {
    ...rest,
    ...(faultTypes && {
      faultTypes: faultTypes.map(({ drills, ...type }) => {
        const there = drills?.filter((id) => ids.has(id)) ?? [];
        return there.length > 0 ? { ...type, drills: there } : type;
      }),
    }),
    ...(causes && {
      causes: causes.flatMap((cause) => {
        const work = cause.work.filter((id) => ids.has(id));
        return work.length > 0 ? [{ ...cause, work }] : [];
      }),
    }),
  };
}

/** Which revisions movements are, for a pack that may come back. */
export function madeFromOf(revisions: readonly MovementRevision[]): readonly PackBase[] {
  return revisions.map(({ revisionId, document }) => ({ movement: document.id, revision: revisionId }));
}

/** Some movements of a library with every word that they need. */
export function packOf(
  movements: readonly MovementDocument[],
  vocabulary: Vocabulary,
  madeFrom: readonly PackBase[] = [],
): PackContent {
  const needed = Object.fromEntries(
    [...wordsOf(movements, vocabulary)].flatMap(([list, ids]) => {
      const entries = ((vocabulary[list] ?? []) as readonly { readonly id: string }[]).filter(({ id }) => ids.has(id));
      return entries.length > 0 ? [[list, entries]] : [];
    }),
  ) as Vocabulary;
  const within = withinPack(needed, new Set(movements.map(({ id }) => id)));
  return { format: PACK_FORMAT, ...(madeFrom.length > 0 && { madeFrom }), vocabulary: within, movements };
}

/** A whole library: with every word, used or not. */
export function wholePack(
  movements: readonly MovementDocument[],
  vocabulary: Vocabulary,
  madeFrom: readonly PackBase[] = [],
): PackContent {
  return { format: PACK_FORMAT, ...(madeFrom.length > 0 && { madeFrom }), vocabulary, movements };
}

export const PACK_KINDS = ['yaml', 'json'] as const;
export type PackKind = (typeof PACK_KINDS)[number];

/** The text of a pack file. Long lines aren’t broken: a difference between two versions is then a line. */
export function packText(pack: PackContent, kind: PackKind): string {
  return kind === 'json' ? `${JSON.stringify(pack, null, 2)}\n` : stringify(pack, { lineWidth: 0, aliasDuplicateObjects: false });
}
