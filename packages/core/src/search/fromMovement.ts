import { likeness } from '../ladder/fallback.ts';
import type { Ladder } from '../ladder/ladder.ts';
import { standInsFor } from '../ladder/nearness.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Lever } from '../movement/terms.ts';
import type { Finding } from './finding.ts';
import { neighboursOf } from './neighbours.ts';
import type { QueryTerm } from './queryTerms.ts';
import {
  inOrder,
  isCaution,
  isMeant,
  meaningOf,
  outside,
  readQuery,
  tellingOf,
  withMissing,
  type QueryWord,
  type ReadTerm,
} from './readQuery.ts';
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

/** What is asked from a movement that is named: the easier and the harder, what could stand in for it, also where it is closed, and what prepares for it. */
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

  /** "Easier push up" asks for neighbours of what is named so, whatever else "push" may be; as far as the rest allows them. */
  onLadder(words: readonly QueryWord[], asked: Asked): Taken {
    // "Knee replacement" and "easy on the wrists" ask for no other movement.
    const cautions = readQuery(words, this.terms.all, asked.people).terms.filter(isCaution);
    const { terms } = readQuery(outside(cautions, words), this.terms.directions, asked.people);
    const rest = outside(terms, words);
    const direction = meaningOf(terms, 'direction')?.direction;
    if (!direction) return NOTHING_TAKEN;
    if (direction === 'instead') return this.insteadOf(terms, rest, asked);
    // "Harder squat by load": what makes no name may say how.
    const byLever = readQuery(rest, this.terms.levers);
    const said = meaningOf(byLever.terms, 'lever')?.lever;
    const isName = said === undefined || this.finding.isName(tellingOf(rest));
    const lever = isName || !this.finding.isName(tellingOf(byLever.rest)) ? undefined : said;
    const { movement, within } = this.namedIn(lever ? byLever.rest : rest, asked);
    const name = tellingOf(outside(within, rest));
    // "Advanced core" has many in it that are called so in part.
    const isKind = tellingOf(readQuery(name, this.terms.all).rest).length === 0 && !this.finding.isName(name);
    if (movement === undefined || (isKind && !lever)) return NOTHING_TAKEN;
    const along = this.neighbours(movement, direction, lever);
    // At an end of its ladder: what is like it, and asks for less or for more.
    const found = along.length > 0 ? along : this.standInsBeyond(movement, direction);
    return {
      terms: inOrder([...terms, ...(lever ? byLever.terms : []), ...within]),
      found: within.length > 0 ? this.finding.within(found, within, asked.limit) : found,
      neighboursOf: movement,
    };
  }

  /** "Instead of pull ups with no bar": what could stand in for what is named so, nearest first, as far as the rest allows it. */
  private insteadOf(directions: readonly ReadTerm[], rest: readonly QueryWord[], asked: Asked): Taken {
    const { movement: whole, within } = this.namedIn(rest, asked);
    const part = whole === undefined ? this.finding.calledByPart(tellingOf(outside(within, rest)), asked) : NOTHING_TAKEN;
    const movement = whole ?? part.found[0]?.movement;
    if (movement === undefined) return NOTHING_TAKEN;
    return {
      terms: inOrder([...directions, ...within]),
      found: this.finding.within(this.standIns(movement), within, asked.limit),
      neighboursOf: movement,
      unmet: part.unmet ?? [],
    };
  }

  /**
   * The movement that words name, and the terms beside the name: first none, then what somebody must be spared, then whatever else is
   * surely meant. Words of a name may be terms elsewhere: "lying heel taps".
   */
  private namedIn(words: readonly QueryWord[], asked: Asked): { movement: number | undefined; within: readonly ReadTerm[] } {
    const { terms } = withMissing(readQuery(words, this.terms.all, asked.people));
    const meant = terms.filter(
      (term) => (isMeant(term.meaning) || term.meaning.kind === 'kit') && !this.finding.isPartOfName(term, words, terms),
    );
    for (const within of [[], meant.filter(isCaution), meant]) {
      const name = tellingOf(outside(within, words));
      const [best] = this.finding.within(this.finding.named(name, asked), [], 1);
      if (best) return { movement: best.movement, within };
    }
    return { movement: undefined, within: meant };
  }

  /** "Stretch after deadlifts", "warm up for squats": what is for the muscles that work in what is named so. */
  preparing(read: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    const prepares = read.filter(
      ({ meaning }) => meaning.kind === 'narrowing' && /^(stretch|mobility)$/.test(meaning.narrows.family ?? ''),
    );
    const terms = [...prepares, ...read.filter(isCaution)];
    // Before it or after it: how hard isn't asked.
    const level = read.filter(({ meaning }) => meaning.kind === 'level');
    const name = outside([...terms, ...level], words);
    const [work] = this.finding.isName(name) ? this.finding.within(this.finding.named(name, asked), [], 1) : [];
    if (prepares.length === 0 || !work) return NOTHING_TAKEN;
    const of = this.documents[work.movement]!;
    const found = this.finding.everyOne(terms, { ...asked, limit: Infinity }).map((each) => ({
      ...each,
      cost: each.cost - ALIKE * likeness(of, this.documents[each.movement]!),
    }));
    return { terms: inOrder(terms), found: bestOf(found, asked.limit) };
  }

  /** "Dead bug pregnant": a name beside cautions with which nothing that is called so is open. */
  whenClosed(cautions: readonly ReadTerm[], words: readonly QueryWord[], asked: Asked): Taken {
    const said = outside(cautions, words);
    const name = this.finding.isName(said) ? said : tellingOf(said);
    const exact = this.finding.exactlyNamed(name);
    const called = this.finding.named(name, asked).filter(({ movement }) => exact.has(movement));
    const [best] = bestOf(called, 1);
    if (!best || this.finding.within(called, cautions, 1).length > 0) return NOTHING_TAKEN;
    return this.insteadOfClosed(best.movement, cautions, asked);
  }

  /** What its author says instead of what is closed with cautions, then what else could stand in for it. */
  insteadOfClosed(closed: number, cautions: readonly ReadTerm[], asked: Asked): Taken {
    const ids = cautions.flatMap(({ meaning }) => (meaning.kind === 'caution' ? [meaning.cautionId] : []));
    const ofAuthor = this.documents[closed]!.cautions.flatMap(({ caution, instead }): Found[] => {
      const movement = instead && ids.includes(caution) ? this.placeOf.get(instead) : undefined;
      return movement === undefined ? [] : [{ movement, cost: 0, foundBy: 'ladder' }];
    });
    const [first, others] = [ofAuthor, this.standIns(closed)].map((some) => this.finding.within(some, cautions, asked.limit));
    return { terms: cautions, found: together(first!, others!).slice(0, asked.limit), closed, isAnswer: true };
  }

  private standInsBeyond(of: number, direction: 'easier' | 'harder'): Found[] {
    const { skill } = this.documents[of]!;
    const isBeyond = (other: number) => (direction === 'easier' ? other < skill : other > skill);
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
