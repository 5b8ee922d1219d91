import { stringify } from 'yaml';
import type { MovementRevision } from '../movement/library.ts';
import type { PackBase } from '../movement/libraryPack.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { PACK_FORMAT } from '../movement/packFormat.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';

/** What a pack file says: the format first, so that whoever reads it knows what it is. */
export interface PackContent {
  readonly format: string;
  readonly madeFrom?: readonly PackBase[];
  readonly vocabulary: Vocabulary;
  readonly movements: readonly MovementDocument[];
}

type Words = { readonly [List in keyof Vocabulary]?: ReadonlySet<string> };

/** Every word that movements need to be understood elsewhere, by the list in which it stands. */
function wordsOf(movements: readonly MovementDocument[], vocabulary: Vocabulary): Words {
  const used = {
    families: new Set<string>(),
    faultTypes: new Set<string>(),
    causes: new Set<string>(),
    cues: new Set<string>(),
    muscles: new Set<string>(),
    levers: new Set<string>(),
    cautions: new Set<string>(),
    kit: new Set<string>(),
    stances: new Set<string>(),
    basePoses: new Set<string>(),
  };
  const add = (list: keyof typeof used, ids: readonly (string | undefined)[]) => {
    for (const id of ids) if (id !== undefined) used[list].add(id);
  };
  for (const document of movements) {
    const { cues, faults, checkpoints, kit, eases, harder } = document;
    add('families', [document.family]);
    add(
      'muscles',
      document.muscles.map(({ muscle }) => muscle),
    );
    add('kit', [...kit.needed, ...kit.optional, ...(kit.replaceable ?? []).flatMap(({ kit: of, by }) => [of, by])]);
    add(
      'kit',
      [...eases, ...faults.flatMap(({ corrections }) => corrections)].flatMap(({ needs }) => needs ?? []),
    );
    add(
      'cautions',
      document.cautions.map(({ caution }) => caution),
    );
    add(
      'cues',
      cues.map(({ shared }) => shared),
    );
    add('faultTypes', [
      ...faults.flatMap(({ type, clears }) => [type, ...(clears ?? [])]),
      ...cues.flatMap((cue) => cue.for ?? []),
    ]);
    add(
      'causes',
      faults.flatMap(({ causes }) => causes),
    );
    add('levers', [...harder.flatMap(({ levers }) => levers), ...eases.map(({ lever }) => lever)]);
    add(
      'levers',
      faults.flatMap(({ corrections }) => corrections.map(({ lever }) => lever)),
    );
    add('stances', [
      ...(document.stancePoints ?? []),
      ...[...cues, ...faults, ...checkpoints].map(({ stance }) => stance?.point),
    ]);
    add('basePoses', [document.figure?.base]);
  }
  for (const cue of vocabulary.cues ?? []) {
    if (!used.cues.has(cue.id)) continue;
    add('faultTypes', cue.for);
    add('stances', [cue.stance?.point]);
    add('cautions', cue.notWith ?? []);
  }
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
  const used: Words = wordsOf(movements, vocabulary);
  const needed = Object.fromEntries(
    (Object.entries(used) as [keyof Vocabulary, ReadonlySet<string>][]).flatMap(([list, ids]) => {
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
