import { aliasKey } from './aliases.ts';
import type { Feeling } from './feelingEntry.ts';
import type { BasePose } from './figureDocument.ts';
import type { MovementDocument } from './movementDocument.ts';
import type {
  CauseEntry,
  CautionEntry,
  FamilyEntry,
  FaultType,
  KitEntry,
  LeverEntry,
  Muscle,
  SharedCue,
  StancePoint,
  Vocabulary,
} from './vocabulary.ts';

/** A vocabulary looked up by id. */
export interface Lexicon {
  readonly families: ReadonlyMap<string, FamilyEntry>;
  readonly faultTypes: ReadonlyMap<string, FaultType>;
  readonly causes: ReadonlyMap<string, CauseEntry>;
  readonly cues: ReadonlyMap<string, SharedCue>;
  readonly muscles: ReadonlyMap<string, Muscle>;
  readonly levers: ReadonlyMap<string, LeverEntry>;
  readonly cautions: ReadonlyMap<string, CautionEntry>;
  readonly kit: ReadonlyMap<string, KitEntry>;
  readonly stances: ReadonlyMap<string, StancePoint>;
  readonly basePoses: ReadonlyMap<string, BasePose>;
  readonly feelings: ReadonlyMap<string, Feeling>;
}

function byId<T extends { id: string }>(entries: readonly T[] | undefined): Map<string, T> {
  return new Map((entries ?? []).map((entry) => [entry.id, entry]));
}

export function lexiconOf(vocabulary: Vocabulary): Lexicon {
  return {
    families: byId(vocabulary.families),
    faultTypes: byId(vocabulary.faultTypes),
    causes: byId(vocabulary.causes),
    cues: byId(vocabulary.cues),
    muscles: byId(vocabulary.muscles),
    levers: byId(vocabulary.levers),
    cautions: byId(vocabulary.cautions),
    kit: byId(vocabulary.kit),
    stances: byId(vocabulary.stances),
    basePoses: byId(vocabulary.basePoses),
    feelings: byId(vocabulary.feelings),
  };
}

/** A movement at one of its revisions. */
export interface MovementRevision {
  readonly revisionId: string;
  /** Counts from 1 in each movement. */
  readonly number: number;
  readonly document: MovementDocument;
}

/** `vocabulary` with the entries of `more` laid over it by id, list by list. Neither argument is changed. */
export function mergeVocabulary(vocabulary: Vocabulary, more: Vocabulary): Vocabulary {
  const lay = <T extends { id: string }>(under: readonly T[] = [], over: readonly T[] = []): T[] => [
    ...byId([...under, ...over]).values(),
  ];
  return {
    families: lay(vocabulary.families, more.families),
    faultTypes: lay(vocabulary.faultTypes, more.faultTypes),
    causes: lay(vocabulary.causes, more.causes),
    cues: lay(vocabulary.cues, more.cues),
    muscles: lay(vocabulary.muscles, more.muscles),
    levers: lay(vocabulary.levers, more.levers),
    cautions: lay(vocabulary.cautions, more.cautions),
    kit: lay(vocabulary.kit, more.kit),
    stances: lay(vocabulary.stances, more.stances),
    basePoses: lay(vocabulary.basePoses, more.basePoses),
    feelings: lay(vocabulary.feelings, more.feelings),
    searchTerms: lay(vocabulary.searchTerms, more.searchTerms),
    shorthands: lay(vocabulary.shorthands, more.shorthands),
    aliases: [
      ...new Map([...(vocabulary.aliases ?? []), ...(more.aliases ?? [])].map((each) => [aliasKey(each), each])).values(),
    ],
  };
}
