import { rungs, type Ladder } from '../ladder/ladder.ts';
import { isInUse } from '../movement/inUse.ts';
import type { Mastery } from '../movement/mastery.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { lowerFirst } from '../movement/text.ts';
import { BASIC_PATTERNS } from './coverage.ts';
import { laneEntry } from './laneEntry.ts';
import { nearness } from '../ladder/nearness.ts';
import type { Plan } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import { WORKING_PARTS } from './planTerms.ts';
import { isOpenToAll } from './swaps.ts';

/** A movement that belongs before or after what is planned, and why. */
export interface Proposed {
  readonly document: MovementDocument;
  readonly why: string;
}

/** Work that a lasting fault of somebody calls for, and whether it has helped so far. */
export interface CalledFor {
  readonly laneId: string;
  readonly movementId: string;
  readonly why: string;
}

export interface PrepareQuestion {
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly ladder: Ladder;
  readonly among: readonly MovementDocument[];
  /** How far a lane has come with a movement. */
  readonly markOf: (laneId: string, movementId: string) => Mastery | null;
  readonly calledFor: readonly CalledFor[];
}

const WARM_UPS = 5;
const STRETCHES = 4;
/** Of what the most worked muscle has, below this one asks for no stretch of its own. */
const WORKED_LEAST = 0.15;
const HELD: readonly (Mastery | null)[] = ['clean', 'owned'];

/** Sets by muscle of the main part, over all lanes, the most worked as 1; and the patterns that are met, most sets first. */
function coming({ plan, context }: PrepareQuestion) {
  const muscles = new Map<string, number>();
  const patterns = new Map<string, { readonly sets: number; readonly first: MovementDocument }>();
  for (const block of plan.blocks) {
    if (!WORKING_PARTS.includes(block.part)) continue;
    for (const item of block.items) {
      for (const { laneId } of plan.lanes) {
        const entry = laneEntry(item, laneId, context);
        if (!entry) continue;
        const { pattern } = entry.document;
        const known = patterns.get(pattern) ?? { sets: 0, first: entry.document };
        patterns.set(pattern, { ...known, sets: known.sets + entry.sets });
        for (const { muscle, share } of entry.document.muscles) {
          muscles.set(muscle, (muscles.get(muscle) ?? 0) + share * entry.sets);
        }
      }
    }
  }
  const most = Math.max(...muscles.values());
  for (const [muscle, sum] of muscles) muscles.set(muscle, sum / most);
  return { muscles, patterns: [...patterns].sort((a, b) => b[1].sets - a[1].sets) };
}

function openToAll({ plan, context, among }: PrepareQuestion): readonly MovementDocument[] {
  const laneIds = plan.lanes.map(({ laneId }) => laneId);
  return among.filter((document) => isInUse(document) && isOpenToAll(document.id, laneIds, context));
}

function inPlan(plan: Plan): Set<string> {
  return new Set(
    plan.blocks.flatMap(({ items }) =>
      items.flatMap((item) => [item.movementId, ...item.own.flatMap((own) => own.movementId ?? [])]),
    ),
  );
}

/**
 * A warm-up that rehearses what is coming: for each pattern an easier rung on the same ladder, one that these people do clean where there is
 * one, mobility for what will be worked, and first of all what a lasting fault calls for.
 */
export function warmUpFor(question: PrepareQuestion): readonly Proposed[] {
  const { plan, context, ladder, markOf, calledFor } = question;
  const { muscles, patterns } = coming(question);
  const used = inPlan(plan);
  const open = openToAll(question);
  const rungOf = rungs(ladder);
  const isClean = (id: string) => plan.lanes.every(({ laneId }) => HELD.includes(markOf(laneId, id)));
  const proposed: Proposed[] = [];
  const propose = (document: MovementDocument | undefined, why: string) => {
    if (!document || used.has(document.id) || proposed.length >= WARM_UPS) return;
    used.add(document.id);
    proposed.push({ document, why });
  };
  for (const { laneId, movementId, why } of calledFor) {
    const isOpen = open.some(({ id }) => id === movementId);
    if (isOpen) propose(context.documentOf(movementId), `${context.lane(laneId).name}: ${why}`);
  }
  const mobile = ranked(
    open.filter(({ pattern }) => pattern === 'mobility'),
    muscles,
  );
  propose(mobile[0]?.document, whyWorked(mobile[0], context));
  const basics: readonly string[] = BASIC_PATTERNS;
  for (const [pattern, { first }] of patterns.filter(([each]) => basics.includes(each))) {
    const rung = rungOf.get(first.id) ?? 0;
    const [best] = open
      .filter(
        ({ id, kit, impact, skill }) => !used.has(id) && kit.needed.length === 0 && impact === 'none' && skill <= first.skill,
      )
      .filter(
        (document) => document.pattern === pattern && document.family === first.family && (rungOf.get(document.id) ?? 0) < rung,
      )
      .sort(
        (a, b) =>
          Number(isClean(b.id)) - Number(isClean(a.id)) || nearness(first, b, rungOf).value - nearness(first, a, rungOf).value,
      );
    if (best) propose(best, `rehearses the ${pattern}${isClean(best.id) ? ', clean so far' : ''}`);
  }
  for (const each of mobile.slice(1)) propose(each.document, whyWorked(each, context));
  return proposed;
}

/** Stretches for what is worked most, each for something else. */
export function coolDownFor(question: PrepareQuestion): readonly Proposed[] {
  const { muscles } = coming(question);
  const used = inPlan(question.plan);
  const left = new Map(muscles);
  const proposed: Proposed[] = [];
  const open = openToAll(question).filter(({ pattern, id }) => pattern === 'stretch' && !used.has(id));
  while (proposed.length < STRETCHES) {
    const [best] = ranked(
      open.filter(({ id }) => !proposed.some(({ document }) => document.id === id)),
      left,
    );
    if (!best || best.worth < WORKED_LEAST) break;
    proposed.push({ document: best.document, why: whyWorked(best, question.context) });
    for (const { muscle } of best.document.muscles) left.delete(muscle);
  }
  return proposed;
}

interface Ranked {
  readonly document: MovementDocument;
  readonly worth: number;
  readonly mainMuscle: string | null;
}

/** By how much of what is worked they reach. */
function ranked(documents: readonly MovementDocument[], muscles: ReadonlyMap<string, number>): readonly Ranked[] {
  return documents
    .map((document): Ranked => {
      const reached = document.muscles.map(({ muscle, share }) => ({ muscle, worth: share * (muscles.get(muscle) ?? 0) }));
      const most = [...reached].sort((a, b) => b.worth - a.worth)[0];
      return {
        document,
        worth: reached.reduce((sum, { worth }) => sum + worth, 0),
        mainMuscle: most && most.worth > 0 ? most.muscle : null,
      };
    })
    .sort((a, b) => b.worth - a.worth);
}

function whyWorked(each: Ranked | undefined, { lexicon }: PlanContext): string {
  const name = lexicon.muscles.get(each?.mainMuscle ?? '')?.name;
  return name ? `for what is worked: ${lowerFirst(name)}` : 'moves what is coming';
}
