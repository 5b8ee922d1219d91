import { likeness } from '../ladder/fallback.ts';
import type { Ladder } from '../ladder/ladder.ts';
import { standInsFor } from '../ladder/nearness.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Lever } from '../movement/terms.ts';
import type { Finding } from './finding.ts';
import { neighboursOf } from './neighbours.ts';
import type { QueryTerm } from './queryTerms.ts';
import { isMeant, meaningOf, outside, readQuery, tellingOf, withMissing, type QueryWord, type ReadTerm } from './readQuery.ts';
import { bestOf, NOTHING_TAKEN, together, type Asked, type Found, type Taken } from './taken.ts';

/** A step that leads out of the family, as from a push-up to a plank, is seldom what is meant. */
const OTHER_FAMILY = 3;
/** What it is worth to be for the same muscles. */
const ALIKE = 5;
/** What being near to what it stands in for is worth, from 0 to all of it. */
const NEARNESS = 6;
/** At the end of a ladder so many are enough. */
const FEW = 3;

/** The words that a vocabulary has for what is asked from a movement. */
export interface StepTerms {
  readonly all: ReadonlyMap<string, QueryTerm>;
  readonly directions: ReadonlyMap<string, QueryTerm>;
  readonly levers: ReadonlyMap<string, QueryTerm>;
}

/** What is asked from a movement that is named: the easier and the harder, what could stand in for it, what prepares for it or follows it. */
export class FromMovement {
  /** What could stand in for the movement that was last asked about: the next letter asks for the same. */
  private stoodIn: { readonly of: number; readonly found: readonly Found[] } | null = null;
  private readonly placeOf: ReadonlyMap<string, number>;

  constructor(
    private readonly documents: readonly MovementDocument[],
    private readonly ladder: Ladder,
    private readonly rungOf: ReadonlyMap<string, number>,
    private readonly terms: StepTerms,
    private readonly finding: Finding,
  ) {
    this.placeOf = new Map(documents.map(({ id }, at) => [id, at]));
  }

  /** "Easier push up" asks for neighbours of what is named so, whatever else "push" may be. */
  onLadder(words: readonly QueryWord[], asked: Asked): Taken {
    const { terms, rest } = readQuery(words, this.terms.directions, asked.people);
    const direction = meaningOf(terms, 'direction');
    if (!direction) return NOTHING_TAKEN;
    const called = (some: readonly QueryWord[]) => this.finding.within(this.finding.named(tellingOf(some), asked), [], 1)[0];
    if (direction.direction === 'instead') return this.insteadOf(terms, rest, called, asked);
    // "Harder squat by load": what makes no name may say how.
    const byLever = readQuery(rest, this.terms.levers);
    const said = meaningOf(byLever.terms, 'lever')?.lever;
    const isName = said === undefined || this.finding.isName(tellingOf(rest));
    const lever = isName || !this.finding.isName(tellingOf(byLever.rest)) ? undefined : said;
    const best = called(lever ? byLever.rest : rest);
    // "Advanced core" has many in it that are called so in part.
    const isKind = tellingOf(readQuery(rest, this.terms.all).rest).length === 0 && !this.finding.isName(tellingOf(rest));
    if (!best || (isKind && !lever)) return NOTHING_TAKEN;
    const along = this.neighbours(best.movement, direction.direction, lever);
    // At an end of its ladder: what is like it, and asks for less or for more.
    const found = along.length > 0 ? along : this.standInsBeyond(best.movement, direction.direction);
    return { terms: lever ? [...terms, ...byLever.terms] : terms, found, neighboursOf: best.movement };
  }

  /** "Instead of pull ups with no bar": what could stand in for what is named so, nearest first, as far as the rest allows it. */
  private insteadOf(
    directions: readonly ReadTerm[],
    rest: readonly QueryWord[],
    called: (words: readonly QueryWord[]) => Found | undefined,
    asked: Asked,
  ): Taken {
    const reading = withMissing(readQuery(rest, this.terms.all, asked.people));
    const asWhole = called(rest);
    const isWithin = (term: ReadTerm) =>
      (isMeant(term.meaning) || term.meaning.kind === 'kit') && !this.finding.isPartOfName(term, rest, reading.terms);
    const within = asWhole ? [] : reading.terms.filter(isWithin);
    const name = tellingOf(outside(within, rest));
    const best = asWhole ?? called(name);
    const part = best ? undefined : this.finding.calledByPart(name, asked);
    const movement = best?.movement ?? part?.found[0]?.movement;
    if (movement === undefined) return NOTHING_TAKEN;
    return {
      terms: [...directions, ...within].sort((a, b) => a.from - b.from),
      found: this.finding.within(this.standIns(movement), within, asked.limit),
      neighboursOf: movement,
      unmet: part?.unmet ?? [],
    };
  }

  /** "Stretch after deadlifts", "warm up for squats": what is for the muscles that work in what is named so. */
  preparing(read: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    const terms = read.filter(
      ({ meaning }) => meaning.kind === 'narrowing' && /^(stretch|mobility)$/.test(meaning.narrows.family ?? ''),
    );
    const level = read.filter(({ meaning }) => meaning.kind === 'level');
    const name = outside([...terms, ...level], words);
    const work =
      terms.length > 0 && this.finding.isName(name) ? this.finding.within(this.finding.named(name, asked), [], 1)[0] : undefined;
    if (!work) return NOTHING_TAKEN;
    const of = this.documents[work.movement]!;
    const found = this.finding.everyOne(terms, { ...asked, limit: Infinity }).map((each) => ({
      ...each,
      cost: each.cost - ALIKE * likeness(of, this.documents[each.movement]!),
    }));
    return { terms, found: bestOf(found, asked.limit) };
  }

  /** "Dead bug pregnant": what its author says instead of what is closed with a caution, then what else could stand in for it. */
  whenClosed(meant: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    const terms = meant.filter(({ meaning }) => meaning.kind === 'caution');
    const cautions = terms.flatMap(({ meaning }) => (meaning.kind === 'caution' ? [meaning.cautionId] : []));
    // "Lying heel taps" are called so: whoever is in another position isn't meant.
    const said = outside(terms, words);
    const name = this.finding.isName(said) ? said : tellingOf(said);
    const exact = this.finding.exactlyNamed(name);
    if (terms.length === 0 || exact.size === 0) return NOTHING_TAKEN;
    const called = this.finding.named(name, asked).filter(({ movement }) => exact.has(movement));
    const [best] = bestOf(called, 1);
    if (!best || this.finding.within(called, terms, 1).length > 0) return NOTHING_TAKEN;
    const ofAuthor = this.documents[best.movement]!.cautions.flatMap(({ caution, instead }): Found[] => {
      const movement = instead && cautions.includes(caution) ? this.placeOf.get(instead) : undefined;
      return movement === undefined ? [] : [{ movement, cost: 0, foundBy: 'ladder' }];
    });
    const first = this.finding.within(ofAuthor, terms, asked.limit);
    const found = together(first, this.finding.within(this.standIns(best.movement), terms, asked.limit));
    return { terms, found: found.slice(0, asked.limit), closed: best.movement, isAnswer: true };
  }

  private standInsBeyond(of: number, direction: 'easier' | 'harder'): Found[] {
    const { skill } = this.documents[of]!;
    const isBeyond = (other: number) => (direction === 'easier' ? other < skill || skill === 1 : other > skill || skill === 3);
    return bestOf(
      this.standIns(of).filter(({ movement }) => isBeyond(this.documents[movement]!.skill)),
      FEW,
    );
  }

  private standIns(of: number): readonly Found[] {
    if (this.stoodIn?.of === of) return this.stoodIn.found;
    const found = standInsFor(this.documents[of]!, this.documents, this.rungOf).map(({ document, nearness }): Found => {
      const movement = this.placeOf.get(document.id)!;
      return { movement, cost: -NEARNESS * nearness.value - this.finding.standing(movement), foundBy: 'ladder' };
    });
    this.stoodIn = { of, found };
    return found;
  }

  /** What is easier, or harder, nearest first; of what is equally near the plain ones; with a lever, by steps that move it. */
  private neighbours(from: number, direction: 'easier' | 'harder', lever?: Lever): Found[] {
    const { family } = this.documents[from]!;
    const apart = (movement: number) => (this.documents[movement]!.family === family ? 0 : OTHER_FAMILY);
    return neighboursOf(this.ladder, this.documents[from]!.id, direction, lever)
      .flatMap(({ movementId, steps }): Found[] => {
        const movement = this.placeOf.get(movementId);
        return movement === undefined
          ? []
          : [{ movement, cost: 2 * steps + apart(movement) - this.finding.standing(movement), foundBy: 'ladder' }];
      })
      .sort((a, b) => a.cost - b.cost);
  }
}
