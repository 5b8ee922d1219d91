import { stemOf, wordsIn } from '../movement/stems.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { FaultPhrases } from './faultPhrases.ts';
import type { NameIndex } from './nameIndex.ts';
import type { QueryTerm } from './queryTerms.ts';
import { meaningOf, readQuery, tellingOf, type QueryWord } from './readQuery.ts';

/** How like a phrase words have to be for a fault that the movement has which is named beside them. */
const OWN_ENOUGH = 0.5;
/** How much of what is said may stand in a name before it is taken for the rest of one. */
const REST_OF_NAME = 0.6;

/** Says when in a rep, or in which. */
const MOMENT = /^(bottom|top|up|down|way|end|halfway|during|last|reps?|ascent|descent)$/;

/** What is said of a fault beside the name of a movement. Types of fault are told by their ids, movements by their places. */
export class SaidFaults {
  /** Of movements that were asked about: what is said of each of their faults, as stems. */
  private readonly told = new Map<number, readonly ReadonlySet<string>[]>();

  constructor(
    private readonly documents: readonly MovementDocument[],
    private readonly lexicon: Lexicon,
    private readonly terms: ReadonlyMap<string, QueryTerm>,
    private readonly phrases: FaultPhrases,
    private readonly names: NameIndex,
  ) {}

  /** The type that these words are a name of, and nothing else. */
  called(said: readonly QueryWord[]): string | undefined {
    const { terms, rest } = readQuery(said, this.terms);
    return terms.length === 1 && tellingOf(rest).length === 0 ? meaningOf(terms, 'fault')?.faultTypeId : undefined;
  }

  /** Of the rest of a query what isn't said of this fault too: "to one side" beside "hip shifts", nor when: "at the bottom". */
  besides(typeId: string, rest: readonly QueryWord[]): readonly QueryWord[] {
    return rest.filter(({ word }) => !MOMENT.test(word) && !this.phrases.has(typeId, word));
  }

  /** The type whose phrases are most like it, as `FaultPhrases.likest`. */
  likest(said: readonly QueryWord[], enough: number, among?: ReadonlySet<string>): string | undefined {
    const words = said.map(({ word }) => word);
    return this.phrases.likest(words, enough, among)?.id;
  }

  /** Of the faults that these movements have, the one that is meant: "back arches" is another thing in a press than on the back. */
  likestOf(movements: readonly number[], said: readonly QueryWord[]): string | undefined {
    const types = new Set(movements.flatMap((movement) => this.documents[movement]!.faults.map(({ type }) => type)));
    const called = this.called(said);
    if (called !== undefined && types.has(called)) return called;
    return types.size === 0 ? undefined : this.likest(said, OWN_ENOUGH, types);
  }

  /** "Heel tap off a step": what stands in a name, or for the most part in one of theirs, is more likely the rest of it than a fault. */
  isRestOfName(said: readonly QueryWord[], movements: readonly number[]): boolean {
    const stems = tellingOf(said).map(({ word }) => stemOf(word));
    if (this.names.find(stems).size > 0) return true;
    const least = REST_OF_NAME * stems.length;
    const having = stems.map((stem) => this.names.with(stem)).filter(({ size }) => size > 0);
    if (having.length < least) return false;
    return movements.some((movement) => having.filter((each) => each.has(movement)).length >= least);
  }

  /** Whether a movement's own words for one of its faults have all of these. */
  isToldOf(movement: number, said: readonly QueryWord[]): boolean {
    let own = this.told.get(movement);
    if (!own) {
      own = this.documents[movement]!.faults.map(({ name, type, seen }) => {
        const text = [name, this.lexicon.faultTypes.get(type)?.name, seen].filter(Boolean).join(' ');
        return new Set(wordsIn(text).map(stemOf));
      });
      this.told.set(movement, own);
    }
    const telling = tellingOf(said);
    return own.some((words) => telling.every(({ word }) => words.has(stemOf(word))));
  }
}
