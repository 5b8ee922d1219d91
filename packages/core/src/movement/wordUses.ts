import type { MovementDocument } from './movementDocument.ts';
import type { SharedCue, StanceTag, Vocabulary } from './vocabulary.ts';
import type { WhereFacts } from './whereFacts.ts';
import { wordsIn, type WordList } from './words.ts';

/** What uses a word: movements, and other words. */
export interface WordUses {
  /** Ids, each once. */
  readonly movements: readonly string[];
  readonly words: readonly { readonly list: WordList; readonly id: string }[];
}

/** Words by list and id; some may stand there more than once. */
export type NamedWords = readonly (readonly [WordList, string])[];

const NOTHING: WordUses = { movements: [], words: [] };

/** Where every word of a library is used; a movement that is put away uses them, too. */
export class WordIndex {
  private readonly uses = new Map<string, { movements: string[]; words: { list: WordList; id: string }[] }>();

  constructor(documents: readonly MovementDocument[], vocabulary: Vocabulary) {
    for (const document of documents) {
      for (const key of keysOf(wordsOfMovement(document))) this.kept(key).movements.push(document.id);
    }
    for (const { list, id, names } of wordsThatName(vocabulary)) {
      for (const key of keysOf(names)) this.kept(key).words.push({ list, id });
    }
  }

  of(list: WordList, id: string): WordUses {
    return this.uses.get(`${list} ${id}`) ?? NOTHING;
  }

  private kept(key: string) {
    const known = this.uses.get(key) ?? { movements: [], words: [] };
    this.uses.set(key, known);
    return known;
  }
}

function keysOf(names: NamedWords): Set<string> {
  return new Set(names.map(([list, id]) => `${list} ${id}`));
}

const all = (list: WordList, ids: readonly string[] = []): NamedWords => ids.map((id) => [list, id] as const);
const stance = (tag: StanceTag | undefined): NamedWords => (tag ? [['stances', tag.point]] : []);
const where = (facts: readonly WhereFacts[] = []): NamedWords =>
  facts.flatMap(({ family }) => (family ? [['families', family]] : []));

/** Every word that a movement names. */
export function wordsOfMovement(document: MovementDocument): NamedWords {
  const { kit, eases } = document;
  const corrections = document.faults.flatMap((fault) => fault.corrections);
  return [
    ['families', document.family],
    ...all(
      'muscles',
      document.muscles.map(({ muscle }) => muscle),
    ),
    ...all('kit', [...kit.needed, ...kit.optional, ...(kit.replaceable ?? []).flatMap((each) => [each.kit, each.by])]),
    ...all(
      'kit',
      [...corrections, ...eases].flatMap(({ needs = [] }) => needs),
    ),
    ...all('levers', [
      ...eases.map(({ lever }) => lever),
      ...corrections.flatMap(({ lever }) => lever ?? []),
      ...document.harder.flatMap(({ levers }) => levers),
    ]),
    ...document.cues.flatMap((cue): NamedWords => [
      ...all('cues', cue.shared ? [cue.shared] : []),
      ...all('faultTypes', cue.for),
      ...stance(cue.stance),
    ]),
    ...document.faults.flatMap((fault): NamedWords => [
      ['faultTypes', fault.type],
      ...all('faultTypes', fault.clears),
      ...all('causes', fault.causes),
      ...stance(fault.stance),
    ]),
    ...document.checkpoints.flatMap((each) => stance(each.stance)),
    ...all(
      'cautions',
      document.cautions.map(({ caution }) => caution),
    ),
    ...all('stances', document.stancePoints),
    ...(document.figure ? all('basePoses', [document.figure.base]) : []),
  ];
}

/** What a shared cue is for, and when it is said or not. */
export function wordsOfCue({ for: types, notWith, stance: tag }: SharedCue): NamedWords {
  return [...all('faultTypes', types), ...all('cautions', notWith), ...stance(tag)];
}

function wordsThatName(vocabulary: Vocabulary): { list: WordList; id: string; names: NamedWords }[] {
  const { faultTypes = [], cues = [], feelings = [], searchTerms = [], levers = [], cautions = [] } = vocabulary;
  return [
    ...faultTypes.map(({ id, causes }) => ({ list: 'faultTypes' as const, id, names: all('causes', causes) })),
    ...cues.map((cue) => ({
      list: 'cues' as const,
      id: cue.id,
      names: [...wordsOfCue(cue), ...where([...(cue.notOn ?? []), ...(cue.alwaysOn ?? [])])],
    })),
    ...levers.map(({ id, notOn }) => ({ list: 'levers' as const, id, names: where(notOn) })),
    ...cautions.map(({ id, asks }) => ({ list: 'cautions' as const, id, names: where(asks) })),
    ...feelings.map(({ id, types, on }) => ({
      list: 'feelings' as const,
      id,
      names: [...all('faultTypes', types), ...where(on)],
    })),
    ...searchTerms.map(({ id, narrows: { family } }) => ({
      list: 'searchTerms' as const,
      id,
      names: family ? all('families', [family]) : [],
    })),
  ];
}

/** What can't go, and why: a word that isn't there, or that something uses. */
export function removalProblems(
  removed: readonly { readonly list: WordList; readonly id: string }[],
  before: Vocabulary,
  index: WordIndex,
): readonly { readonly at: number; readonly message: string }[] {
  return removed.flatMap(({ list, id }, at) => {
    if (list === 'aliases' || !wordsIn(before, list).has(id)) return [{ at, message: `there is no ${id} to be removed` }];
    const { movements, words } = index.of(list, id);
    if (movements.length + words.length === 0) return [];
    const by = [...movements, ...words.map((word) => word.id)];
    return [{ at, message: `${id} is used by ${by.slice(0, 3).join(', ')}${by.length > 3 ? ` and ${by.length - 3} more` : ''}` }];
  });
}
