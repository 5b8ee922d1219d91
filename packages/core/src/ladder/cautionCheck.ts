import { factsOf, isAnyOf } from '../movement/facts.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';

/** A limit that fits more movements than these says nothing about any of them. */
const SAME_LIMIT_MOST = 4;

/** What a caution is taken for only when the hand isn't bent back under the body. */
const BENT_BACK = 'wrist';

export interface CautionProblem {
  readonly movementId: string;
  readonly path: string;
  readonly message: string;
}

/**
 * What somebody should look at in cautions: that they send from one closed door to the next, on to the hand that hurts, or to a machine
 * in another place; that nothing is said of what the facts ask for, or that it would fit any movement. Nothing of it keeps a pack out.
 */
export function cautionProblems(documents: readonly MovementDocument[], lexicon: Lexicon): readonly CautionProblem[] {
  const among = { byId: new Map(documents.map((document) => [document.id, document])), saidOn: limitsSaid(documents) };
  return documents.flatMap((document) => cautionProblemsOf(document, among, lexicon));
}

/** What one movement's cautions are held against. */
interface Among {
  readonly byId: ReadonlyMap<string, MovementDocument>;
  /** On how many movements a limit is said in these words. */
  readonly saidOn: ReadonlyMap<string, number>;
}

export function limitsSaid(documents: readonly MovementDocument[]): ReadonlyMap<string, number> {
  const saidOn = new Map<string, number>();
  for (const { cautions } of documents) {
    for (const limit of new Set(cautions.map((each) => each.limit))) saidOn.set(limit, (saidOn.get(limit) ?? 0) + 1);
  }
  return saidOn;
}

export function cautionProblemsOf(
  document: MovementDocument,
  { byId, saidOn }: Among,
  lexicon: Lexicon,
): readonly CautionProblem[] {
  const problems: CautionProblem[] = [];
  const report = (path: string, message: string) => problems.push({ movementId: document.id, path, message });
  const nameOf = (id: string) => byId.get(id)?.name ?? id;
  document.cautions.forEach(({ caution, limit, instead }, i) => {
    const times = saidOn.get(limit) ?? 0;
    if (times > SAME_LIMIT_MOST) report(`cautions[${i}].limit`, `is said of ${times} movements: say what to do in this one`);
    const other = instead === undefined ? undefined : byId.get(instead);
    if (!other) return;
    const path = `cautions[${i}].instead`;
    if (other.cautions.some((each) => each.caution === caution && each.closed)) {
      report(path, `${nameOf(other.id)} is closed for the same caution`);
    }
    if (caution === BENT_BACK && factsOf(other, lexicon).handsFlat) report(path, `${nameOf(other.id)} stands on the hands too`);
    const lacking = otherWorldKit(document, other, lexicon);
    if (lacking.length > 0) report(path, `${nameOf(other.id)} needs ${lacking.join(', ')}, which nobody here has to have`);
  });
  const facts = factsOf(document, lexicon);
  for (const { id, name, asks } of lexicon.cautions.values()) {
    if (!isAnyOf(facts, asks) || document.cautions.some(({ caution }) => caution === id)) continue;
    report('cautions', `nothing is said for ${name.toLowerCase()}`);
  }
  return problems;
}

/** Things that whoever can do one movement may not have for another: neither the same, nor everywhere, nor a weight for a weight. */
function otherWorldKit(from: MovementDocument, to: MovementDocument, lexicon: Lexicon): readonly string[] {
  const isHandWeight = (id: string) => {
    const kit = lexicon.kit.get(id);
    return kit?.weighs === true && !kit.exclusive;
  };
  const hasWeights = from.kit.needed.some(isHandWeight);
  const standsIn = (id: string) => (to.kit.replaceable ?? []).filter(({ kit }) => kit === id).map(({ by }) => by);
  return to.kit.needed.filter(
    (id) =>
      ![id, ...standsIn(id)].some((each) => from.kit.needed.includes(each)) &&
      lexicon.kit.get(id)?.everywhere !== true &&
      !(hasWeights && isHandWeight(id)),
  );
}
