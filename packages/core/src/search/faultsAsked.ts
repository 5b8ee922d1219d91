import { isBodyPart } from './faultPhrases.ts';
import type { Finding } from './finding.ts';
import type { QueryTerm } from './queryTerms.ts';
import { inOrder, outside, tellingOf, type QueryWord, type ReadTerm } from './readQuery.ts';
import type { SaidFaults } from './saidFaults.ts';
import { bestOf, NOTHING_TAKEN, type Asked, type Found, type Taken } from './taken.ts';

/** A fault beside a name counts only when it is called so. */
export const ITS_NAME = 1;
/** What a fit costs at most that lacks one word of a movement's name. */
const NEARLY_A_NAME = 3.2;
/** How like one of its phrases words have to be for a fault that is looked for last, or beside a whole name. */
export const LIKE_ENOUGH = 0.6;

/** What goes wrong, alone or in what is named. */
export class FaultsAsked {
  /** `terms`: what each type of fault is shown as, by its id. */
  constructor(
    private readonly saidFaults: SaidFaults,
    private readonly faultTerms: ReadonlyMap<string, QueryTerm>,
    private readonly finding: Finding,
  ) {}

  /** The fault whose phrases are like what is left when what is surely meant is taken out (`SaidFaults.likest`). */
  likeFault(words: readonly QueryWord[], meant: readonly ReadTerm[], enough: number, asked: Asked): Taken {
    const rest = outside(meant, words);
    const typeId = this.saidFaults.likest(rest, enough);
    const term = typeId !== undefined && this.faultTerms.get(typeId);
    if (!term) return NOTHING_TAKEN;
    const terms = [...meant, { ...term, from: rest[0]!.from, to: rest.at(-1)!.from + 1 }];
    return { terms, found: this.finding.everyOne(terms, asked, rest) };
  }

  /** "Knee wobbles on step ups": what goes wrong, and in what. The longest name counts, at the end before one at the beginning. */
  faultInNamed(words: readonly QueryWord[], meant: readonly ReadTerm[], enough: number, asked: Asked): Taken {
    const inWhole = this.faultBeside(words, meant, enough === ITS_NAME ? enough : LIKE_ENOUGH, asked, true);
    return inWhole.found.length > 0 || enough === ITS_NAME ? inWhole : this.faultBeside(words, meant, enough, asked, false);
  }

  /** `isWhole`: beside a whole name, or also a part of one. */
  private faultBeside(
    words: readonly QueryWord[],
    meant: readonly ReadTerm[],
    enough: number,
    asked: Asked,
    isWhole: boolean,
  ): Taken {
    for (let size = words.length - 1; size > 0; size -= 1) {
      for (const at of [words.length - size, 0]) {
        // A fault is looked for with its fillers, "bum in the air"; a name has none.
        const name = tellingOf(words.slice(at, at + size));
        const said = at === 0 ? words.slice(size) : words.slice(0, at);
        if (name.length === 0 || (name.length === 1 && isBodyPart(name[0]!.word))) continue;
        // "Bum in the air" is a fault, and "air" a part of names.
        if (isWhole && !this.finding.isName(name)) continue;
        const called = this.saidFaults.called(said);
        const typeId = called ?? (enough === ITS_NAME ? undefined : this.saidFaults.likest(said, enough));
        if (typeId === undefined) continue;
        const named = this.finding.within(this.finding.named(name, asked), meant, Infinity);
        const movements = named.map(({ movement }) => movement);
        if (named.length === 0 || (called === undefined && this.saidFaults.isRestOfName(said, movements))) continue;
        const exact = this.finding.exactlyNamed(name);
        const own = this.saidFaults.likestOf(
          movements.filter((movement) => exact.has(movement)),
          said,
        );
        const term = { ...this.faultTerms.get(own ?? typeId)!, from: said[0]!.from, to: said.at(-1)!.from + 1 };
        const terms = inOrder([...meant, term]);
        return { terms, found: this.faultAmong(named, exact, said, terms, asked) };
      }
    }
    return NOTHING_TAKEN;
  }

  /** Whether words only say more of a fault: each stands in one of its phrases, and together they are hardly a name. */
  isAllOfFault(typeId: string, words: readonly QueryWord[]): boolean {
    if (this.saidFaults.besides(typeId, words).length > 0) return false;
    // One word is in many names, and a name of its own in few.
    if (words.length === 1) return !this.finding.isName(words);
    return [...this.finding.fits(words).values()].every(({ cost }) => cost > NEARLY_A_NAME);
  }

  /** Of movements with a name those that have a fault; where none has it, those that tell of it in their own words, or all: it is they that are asked about. */
  private faultAmong(
    named: readonly Found[],
    exact: ReadonlySet<number>,
    said: readonly QueryWord[],
    terms: readonly ReadTerm[],
    { limit }: Asked,
  ): Found[] {
    const asFault = (found: readonly Found[]) => bestOf(found, limit).map((each): Found => ({ ...each, foundBy: 'fault' }));
    const having = this.finding.within(named, terms, Infinity);
    if (having.length === 0) {
      const telling = named.filter(({ movement }) => this.saidFaults.isToldOf(movement, said));
      return telling.length > 0 ? asFault(telling) : bestOf(named, limit);
    }
    // What is called just so is meant, also where the library knows no such fault of it.
    const known = new Set(having.map(({ movement }) => movement));
    return [...asFault(having), ...named.filter(({ movement }) => exact.has(movement) && !known.has(movement))].slice(0, limit);
  }
}
