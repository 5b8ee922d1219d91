import { factsOf } from '../movement/facts.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { IMPACTS } from '../movement/terms.ts';
import { rungs, type Ladder } from './ladder.ts';

/** What a movement is there for: the muscles that work, the heart and the lungs, or the range. */
export type Purpose = 'muscles' | 'pulse' | 'range';

/** What stands in for a movement that somebody can't do, and does what it is there for. */
export interface Fallback {
  readonly purpose: Purpose;
  readonly movementId: string;
}

export interface FallbackInputs {
  readonly of: MovementDocument;
  /** All that could stand in, in the library's order. */
  readonly among: readonly MovementDocument[];
  readonly ladder: Ladder;
  readonly lexicon: Pick<Lexicon, 'kit' | 'basePoses'>;
  readonly isOpen: (movementId: string) => boolean;
}

/** Less alike than this it works something else; the pulse doesn't ask by what it is raised. */
const ALIKE_ENOUGH: Readonly<Record<Purpose, number>> = { muscles: 0.65, range: 0.6, pulse: 0 };
/** Of the share that the muscle has for which the movement is done. */
const MAIN_MUSCLE_LEAST = 0.6;
/** Who can't do it as it is, often can't be in that position. */
const OTHER_POSITION = 0.1;
/** What is for nearly anybody comes first. */
const EACH_SKILL = 0.08;
const EACH_RUNG = 0.03;
const EACH_THING = 0.04;
const JOINED = 0.3;

/** What a movement is there for; a jump is for two things at once, but for one that only practises landing. */
export function purposesOf({
  family,
  pattern,
  impact,
}: Pick<MovementDocument, 'family' | 'pattern' | 'impact'>): readonly Purpose[] {
  if (pattern === 'mobility' || pattern === 'stretch') return ['range'];
  if (family === 'locomotion') return ['pulse'];
  return pattern === 'jump' && impact === 'high' ? ['muscles', 'pulse'] : ['muscles'];
}

/**
 * For each purpose of a movement, what is easier and does the same, beyond its neighbours on the ladder. Nothing easier asks for more skill,
 * impact or load, nor leans on hands that it spares; in place of hard landings there are none. How much it does the same is the cosine of the muscles' shares.
 */
export function fallbacks({ of, among, ladder, lexicon, isOpen }: FallbackInputs): readonly Fallback[] {
  const rungOf = rungs(ladder);
  const rung = ({ id }: MovementDocument) => rungOf.get(id) ?? 0;
  const impact = (document: MovementDocument) => IMPACTS.indexOf(document.impact);
  const { loaded, handsFixed } = factsOf(of, lexicon);
  const asksForNoMore = (document: MovementDocument) => {
    const facts = factsOf(document, lexicon);
    return (loaded || !facts.loaded) && (handsFixed || !facts.handsFixed);
  };
  const nearby = new Set([
    of.id,
    ...ladder.easierFrom(of.id).map(({ from }) => from),
    ...ladder.harderFrom(of.id).map(({ to }) => to),
  ]);
  const isEasier = (document: MovementDocument) =>
    document.skill <= of.skill &&
    (impact(document) < impact(of) || (impact(document) === impact(of) && of.impact !== 'high')) &&
    (document.skill < of.skill || impact(document) < impact(of) || rung(document) < rung(of));
  const easier = among.filter((each) => !nearby.has(each.id) && isEasier(each) && asksForNoMore(each) && isOpen(each.id));
  // Of one whose muscles nobody has named, nothing can be said to work them too.
  const main = [...of.muscles].sort((a, b) => b.share - a.share)[0];
  const worksMain = ({ muscles }: MovementDocument) =>
    main !== undefined && muscles.some(({ muscle, share }) => muscle === main.muscle && share >= MAIN_MUSCLE_LEAST * main.share);
  return purposesOf(of).flatMap((purpose) => {
    const worth = (document: MovementDocument) =>
      likeness(of, document) +
      (document.position === of.position ? 0 : OTHER_POSITION) -
      EACH_SKILL * document.skill -
      EACH_RUNG * rung(document) -
      EACH_THING * document.kit.needed.length -
      (document.components?.length ? JOINED : 0);
    const able = easier
      .filter((each) => purposesOf(each).includes(purpose) && likeness(of, each) >= ALIKE_ENOUGH[purpose])
      .filter((each) => purpose === 'pulse' || worksMain(each))
      .map((document) => ({ document, worth: worth(document) }));
    const best = able.sort((a, b) => b.worth - a.worth)[0];
    return best ? [{ purpose, movementId: best.document.id }] : [];
  });
}

/** How alike two movements use the body: the cosine of their muscles' shares, 0–1. */
export function likeness(a: MovementDocument, b: MovementDocument): number {
  const shares = new Map(b.muscles.map(({ muscle, share }) => [muscle, share]));
  const dot = a.muscles.reduce((sum, { muscle, share }) => sum + share * (shares.get(muscle) ?? 0), 0);
  const length = ({ muscles }: MovementDocument) => Math.hypot(...muscles.map(({ share }) => share));
  return dot === 0 ? 0 : dot / (length(a) * length(b));
}
