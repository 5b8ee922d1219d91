import { stepsFrom } from '../loading/makeable.ts';
import { factsOf } from '../movement/facts.ts';
import { isInUse } from '../movement/inUse.ts';
import { loadText } from '../movement/loadText.ts';
import { listed, lowerFirst } from '../movement/text.ts';
import type { Ladder } from '../ladder/ladder.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { laneEntry, setsOfEntry } from './laneEntry.ts';
import type { Plan, PlanBlock, PlanItem } from './plan.ts';
import type { PlanContext } from './planContext.ts';
import {
  itemIn,
  removeItem,
  swapMovement,
  withAsked,
  withBlock,
  withFormat,
  withItem,
  withOwn,
  type PlanEdit,
} from './planEdit.ts';
import { HANDS_KEY, sharedUse, type SharedUse, type UseSpan } from './sharedUse.ts';
import { swapsFor } from './swaps.ts';
import { unroll, type Step, type Unrolled } from './unroll.ts';

export type PlanProblemKind =
  'gone' | 'caution' | 'kit' | 'not-yet' | 'shared' | 'hands' | 'change' | 'emom' | 'sides' | 'grip' | 'wrists' | 'time';

/** One tap that puts it right, in words, and what it does. */
export interface Mend {
  readonly text: string;
  readonly edit: PlanEdit;
}

/** Something in a plan that won't work as it stands, at the place where it shows. */
export interface PlanProblem {
  /** The same while it is the same trouble at the same place. */
  readonly key: string;
  readonly kind: PlanProblemKind;
  /** `null` for the whole plan. */
  readonly itemId: string | null;
  readonly laneId: string | null;
  /** When in the hour it happens; `null` for always. */
  readonly atSeconds: number | null;
  readonly text: string;
  /** Looked for only when they are shown: a search through the library. */
  readonly mends: () => readonly Mend[];
}

export interface ProblemQuestion {
  readonly plan: Plan;
  readonly unrolled: Unrolled;
  readonly context: PlanContext;
  readonly ladder: Ladder;
  readonly among: readonly MovementDocument[];
}

/** Of a muscle's share: it holds, and not only helps. */
const GRIPS = 0.4;
/** So many in a row, and the hands give out before what they hold on for. */
const IN_A_ROW = 3;
/** A mend offers so many. */
const MENDS_MOST = 3;

/** What stands in the way, the gravest first; each with what would mend it where something would. */
export function planProblems(question: ProblemQuestion): readonly PlanProblem[] {
  const uses = sharedUse(question.unrolled);
  const hindrances = hindered(question);
  return [
    ...goneFrom(question),
    ...hindrances.filter(({ kind }) => kind !== 'not-yet'),
    ...clashes(question, uses),
    ...tightChanges(question),
    ...tightStarts(question),
    ...unevenSides(question),
    ...inARow(question, 'grip', (document) => document.muscles.some(({ muscle, share }) => muscle === 'grip' && share >= GRIPS)),
    ...inARow(question, 'wrists', (document) => factsOf(document, question.context.lexicon).handsFlat),
    ...overTime(question),
    ...hindrances.filter(({ kind }) => kind === 'not-yet'),
  ];
}

function places({ plan }: ProblemQuestion): { readonly block: PlanBlock; readonly item: PlanItem }[] {
  return plan.blocks.flatMap((block) => block.items.map((item) => ({ block, item })));
}

function usedIn(plan: Plan): ReadonlySet<string> {
  return new Set(plan.blocks.flatMap(({ items }) => items.map(({ movementId }) => movementId)));
}

/** The nearest that could stand there instead, as mends. */
function swapMends(question: ProblemQuestion, item: PlanItem, laneId: string | null, of: MovementDocument): Mend[] {
  const { plan, context, ladder, among } = question;
  const laneIds = laneId === null ? plan.lanes.map((lane) => lane.laneId) : [laneId];
  return swapsFor({ of, laneIds, among, ladder, context, used: usedIn(plan) }, MENDS_MOST - 1).map(({ document }) => ({
    text: `Swap for ${lowerFirst(document.name)}`,
    edit: swapMovement(item.itemId, laneId, document.id),
  }));
}

function goneFrom(question: ProblemQuestion): PlanProblem[] {
  return places(question).flatMap(({ item }) => {
    const ids = [...new Set([item.movementId, ...item.own.flatMap(({ movementId }) => movementId ?? [])])];
    return ids.flatMap((id): PlanProblem[] => {
      const document = question.context.documentOf(id);
      if (document && isInUse(document)) return [];
      const instead = question.context.documentOf(document?.putAway?.instead ?? '');
      const swap =
        (to: string): PlanEdit =>
        (plan) =>
          [null, ...item.own.filter((own) => own.movementId === id).map(({ laneId }) => laneId)].reduce(
            (now, laneId) => (laneId === null && item.movementId !== id ? now : swapMovement(item.itemId, laneId, to)(now)),
            plan,
          );
      return [
        {
          key: `gone/${item.itemId}/${id}`,
          kind: 'gone',
          itemId: item.itemId,
          laneId: null,
          atSeconds: null,
          text: document ? `${document.name} was put away` : 'This movement is no longer in the library',
          mends: () => [
            ...(instead ? [{ text: `Swap for ${lowerFirst(instead.name)}`, edit: swap(instead.id) }] : []),
            { text: 'Take it out', edit: removeItem(item.itemId) },
          ],
        },
      ];
    });
  });
}

/** Hindrances of one kind, at one place, for one or for all who do the same there. */
function hindered(question: ProblemQuestion): PlanProblem[] {
  const { plan, context } = question;
  return places(question).flatMap(({ item }) => {
    const found = plan.lanes.flatMap(({ laneId }) => {
      const entry = laneEntry(item, laneId, context);
      if (!entry || !isInUse(entry.document)) return [];
      const isEasy = entry.document.pattern === 'mobility' || entry.document.pattern === 'stretch';
      // What loosens up needn't have been shown before.
      const hindrances = context
        .lane(laneId)
        .hindrances(entry.document.id)
        .filter(({ kind }) => !(isEasy && kind === 'mastery'));
      const [first] = hindrances;
      if (!first) return [];
      const kind: PlanProblemKind = first.kind === 'mastery' ? 'not-yet' : first.kind;
      return [{ laneId, kind, entry, text: hindrances.map(({ text }) => text.replace(/\.$/, '')).join('; ') }];
    });
    const slots = plan.lanes.filter(({ laneId }) => laneEntry(item, laneId, context)?.isOtherMovement === false).length;
    return found.flatMap(({ laneId, kind, entry, text }, at): PlanProblem[] => {
      const alike = found.filter((each) => each.text === text && !each.entry.isOtherMovement);
      // What stands in everybody's way is said once.
      const isForAll = !entry.isOtherMovement && slots > 1 && alike.length === slots;
      if (isForAll && found.indexOf(alike[0]!) !== at) return [];
      const { document } = entry;
      return [
        {
          key: `${kind}/${item.itemId}/${isForAll ? 'all' : laneId}`,
          kind,
          itemId: item.itemId,
          laneId: isForAll ? null : laneId,
          atSeconds: null,
          text,
          mends: () => [
            ...openMends(question, item, { laneId, kind, document, isForAll }),
            isForAll || plan.lanes.length === 1
              ? { text: 'Take it out', edit: removeItem(item.itemId) }
              : leaveOut(item.itemId, laneId),
          ],
        },
      ];
    });
  });
}

/** What the movement's author names for the caution, then the nearest that is open. */
function openMends(
  question: ProblemQuestion,
  item: PlanItem,
  at: {
    readonly laneId: string;
    readonly kind: PlanProblemKind;
    readonly document: MovementDocument;
    readonly isForAll: boolean;
  },
): Mend[] {
  const { context } = question;
  const { laneId, kind, document, isForAll } = at;
  const named = document.cautions.flatMap(({ instead, closed }) => (closed && instead ? [instead] : []))[0];
  const isOpen = (id: string) =>
    context
      .lane(laneId)
      .hindrances(id)
      .every((each) => each.kind === 'mastery');
  const instead = kind === 'caution' && named && isOpen(named) ? context.documentOf(named) : undefined;
  const first = instead && { text: `Swap for ${lowerFirst(instead.name)}`, edit: swapMovement(item.itemId, laneId, instead.id) };
  const others = swapMends(question, item, isForAll ? null : laneId, document).filter(({ text }) => text !== first?.text);
  return [...(first ? [first] : []), ...others].slice(0, MENDS_MOST - 1);
}

function leaveOut(itemId: string, laneId: string): Mend {
  return { text: 'They sit it out', edit: withOwn(itemId, laneId, { leftOut: true }) };
}

/** Two want what only one can have: another load, beginning at different stations, or another movement for one of them. */
function clashes(question: ProblemQuestion, uses: readonly SharedUse[]): PlanProblem[] {
  const { plan, context } = question;
  return uses.flatMap(({ key, name, spans }) => {
    const seen = new Set<string>();
    return spans.flatMap((span): PlanProblem[] => {
      if (!span.isClash) return [];
      const who = whoIn(span);
      if (seen.has(who)) return [];
      seen.add(who);
      const [first, last] = [span.lanes[0]!, span.lanes.at(-1)!];
      const names = [...new Set(span.lanes.map(({ laneId }) => context.lane(laneId).name))];
      const item = itemIn(plan, last.itemId)!;
      const isHands = key === HANDS_KEY;
      const block = plan.blocks.find(({ items }) => items.some(({ itemId }) => itemId === last.itemId))!;
      return [
        {
          key: `${isHands ? 'hands' : 'shared'}/${key}/${who}`,
          kind: isHands ? 'hands' : 'shared',
          itemId: last.itemId,
          laneId: last.laneId,
          atSeconds: span.fromSeconds,
          text: isHands ? `${listed(names)} need your hands at the same time` : `${listed(names)} want ${name} at the same time`,
          mends: () =>
            [
              ...(isHands ? [] : otherLoads(question, item, last.laneId)),
              ...(first.itemId === last.itemId && !block.spread && block.items.length > 1
                ? [{ text: 'Begin at different stations', edit: withBlock(block.blockId, (each) => ({ ...each, spread: true })) }]
                : []),
              ...swapMends(question, item, last.laneId, laneEntry(item, last.laneId, context)!.document),
            ]
              // Another weight leaves the one bench what it was: only what really parts them is offered.
              .filter(({ edit }) => !stillClashes(edit(plan), context, key, who))
              .slice(0, MENDS_MOST),
        },
      ];
    });
  });
}

function whoIn({ lanes }: UseSpan): string {
  return lanes
    .map(({ laneId, itemId }) => `${laneId}/${itemId}`)
    .sort()
    .join('+');
}

function stillClashes(plan: Plan, context: PlanContext, thing: string, who: string): boolean {
  const use = sharedUse(unroll(plan, context)).find(({ key }) => key === thing);
  return use?.spans.some((span) => span.isClash && whoIn(span) === who) ?? false;
}

function otherLoads({ context }: ProblemQuestion, item: PlanItem, laneId: string): Mend[] {
  const entry = laneEntry(item, laneId, context);
  if (!entry) return [];
  const { lighter, heavier } = stepsFrom(context.rack(entry.document), entry.load);
  const { name } = context.lane(laneId);
  return [lighter ?? heavier].flatMap((other) =>
    other ? [{ text: `${name} takes ${loadText(other.load)}`, edit: withAsked(item.itemId, laneId, { load: other.load }) }] : [],
  );
}

/** Changing over takes longer than the clock gives. */
function tightChanges({ plan, unrolled, context }: ProblemQuestion): PlanProblem[] {
  const worst = new Map<string, Step>();
  for (const step of unrolled.steps) {
    if (step.lacksSeconds <= 0 || step.itemId === null) continue;
    const known = worst.get(step.itemId);
    if (!known || step.lacksSeconds > known.lacksSeconds) worst.set(step.itemId, step);
  }
  return [...worst.values()].flatMap((step): PlanProblem[] => {
    const block = plan.blocks.find(({ blockId }) => blockId === step.blockId);
    if (block?.format.kind !== 'intervals') return [];
    const { format } = block;
    const restSeconds = format.restSeconds + Math.ceil(step.lacksSeconds / 5) * 5;
    const needs = Math.round(step.lacksSeconds);
    return [
      {
        key: `change/${step.itemId!}`,
        kind: 'change',
        itemId: step.itemId,
        laneId: null,
        atSeconds: step.fromSeconds,
        text: `Getting to it takes ${needs} s longer than the pause${plan.lanes.length > 1 ? ` for ${context.lane(step.laneId).name}` : ''}`,
        mends: () => [
          { text: `${restSeconds} s between stations`, edit: withFormat(block.blockId, { ...format, restSeconds }) },
          ...(block.walkThrough
            ? []
            : [{ text: 'Show all stations first', edit: withBlock(block.blockId, (each) => ({ ...each, walkThrough: true })) }]),
        ],
      },
    ];
  });
}

/** A set that isn't done when the next one starts. */
function tightStarts({ plan, context }: ProblemQuestion): PlanProblem[] {
  return plan.blocks.flatMap((block) => {
    const { format } = block;
    if (format.kind !== 'emom') return [];
    return block.items.flatMap((item) =>
      plan.lanes.flatMap(({ laneId }): PlanProblem[] => {
        const entry = laneEntry(item, laneId, context);
        if (!entry || entry.unit !== 'reps') return [];
        const takes = entry.amount * entry.repSeconds * (entry.perSide ? 2 : 1);
        if (takes <= format.everySeconds) return [];
        const fits = Math.max(1, Math.floor((format.everySeconds * 0.75) / (entry.repSeconds * (entry.perSide ? 2 : 1))));
        return [
          {
            key: `emom/${item.itemId}/${laneId}`,
            kind: 'emom',
            itemId: item.itemId,
            laneId,
            atSeconds: null,
            text: `${entry.amount} take about ${Math.round(takes)} s: longer than the ${format.everySeconds} s to the next start`,
            mends: () => [
              { text: `${fits} instead`, edit: withAsked(item.itemId, laneId, { amount: { unit: 'reps', value: fits } }) },
            ],
          },
        ];
      }),
    );
  });
}

/** Sides that can't come out even: an odd number by turns, or an odd number of rounds with one side each. */
function unevenSides({ plan, context }: ProblemQuestion): PlanProblem[] {
  return plan.blocks.flatMap((block) =>
    block.items.flatMap((item): PlanProblem[] => {
      for (const { laneId } of plan.lanes) {
        const entry = laneEntry(item, laneId, context);
        if (!entry) continue;
        const { document, unit, amount, perSide } = entry;
        const isForAll = !item.own.some((own) => own.laneId === laneId && (own.amount ?? own.movementId));
        const at = { itemId: item.itemId, laneId: isForAll ? null : laneId, atSeconds: null, kind: 'sides' as const };
        if (document.laterality === 'alternating' && !perSide && unit === 'reps' && amount % 2 === 1 && !item.way) {
          const even: Mend = {
            text: `${amount + 1} in all`,
            edit: withAsked(item.itemId, at.laneId, { amount: { unit, value: amount + 1 } }),
          };
          return [
            {
              ...at,
              key: `sides/${item.itemId}/${laneId}`,
              text: `${amount} by turns leave one side a rep short`,
              mends: () => [even],
            },
          ];
        }
        const rounds = roundsOf(block, setsOfEntry(entry, item));
        if (entry.sides === 'by-set' && block.format.kind !== 'sets' && perSide && rounds % 2 === 1) {
          return [
            {
              ...at,
              laneId: null,
              key: `sides/${item.itemId}`,
              text: `One side a round, and ${rounds} rounds: one side comes short`,
              mends: () => [
                { text: 'Both sides each round', edit: withItem(item.itemId, ({ sides: _sides, ...rest }) => rest) },
                ...moreRounds(block),
              ],
            },
          ];
        }
      }
      return [];
    }),
  );
}

function roundsOf({ format, times = 1 }: PlanBlock, sets: number): number {
  if (format.kind === 'rounds' || format.kind === 'intervals') return format.rounds * times;
  return format.kind === 'sets' || format.kind === 'build-up' ? sets : 2;
}

function moreRounds({ blockId, format }: PlanBlock): Mend[] {
  if (format.kind !== 'rounds' && format.kind !== 'intervals') return [];
  return [{ text: `${format.rounds + 1} rounds`, edit: withFormat(blockId, { ...format, rounds: format.rounds + 1 }) }];
}

/** Three movements one after the other that ask the same of the hands. */
function inARow(
  { plan, context }: ProblemQuestion,
  kind: 'grip' | 'wrists',
  asks: (document: MovementDocument) => boolean,
): PlanProblem[] {
  const seen = new Map<string, PlanProblem>();
  for (const { laneId } of plan.lanes) {
    let row = 0;
    for (const block of plan.blocks) {
      block.items.forEach((item, at) => {
        const entry = laneEntry(item, laneId, context);
        if (!entry) return;
        row = asks(entry.document) && !item.stacked ? row + 1 : 0;
        if (row < IN_A_ROW || seen.has(item.itemId)) return;
        const later = block.items.findIndex((other, place) => {
          const document = context.documentOf(other.movementId);
          return place > at && document && !asks(document);
        });
        seen.set(item.itemId, {
          key: `${kind}/${item.itemId}`,
          kind,
          itemId: item.itemId,
          laneId: null,
          atSeconds: null,
          text:
            kind === 'grip'
              ? `The ${ordinal(row)} in a row that hangs on the grip`
              : `The ${ordinal(row)} in a row on bent wrists`,
          mends: () => [
            ...(later < 0
              ? []
              : [
                  {
                    text: 'Another place',
                    edit: withBlock(block.blockId, (each) => {
                      const items = each.items.filter((other) => other.itemId !== item.itemId);
                      return { ...each, items: [...items.slice(0, later), item, ...items.slice(later)] };
                    }),
                  },
                ]),
            { text: 'It is meant so', edit: withItem(item.itemId, (each) => ({ ...each, stacked: true })) },
          ],
        });
      });
    }
  }
  return [...seen.values()];
}

function ordinal(n: number): string {
  return ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth'][n] ?? `${n}th`;
}

/** More than is booked: a round or a set less where most of the time goes. */
function overTime({ plan, unrolled, context }: ProblemQuestion): PlanProblem[] {
  const over = unrolled.seconds - plan.minutes * 60;
  if (over <= 0) return [];
  const longest = [...unrolled.blocks]
    .sort((a, b) => b.seconds - a.seconds)
    .flatMap(({ blockId }) => plan.blocks.find((block) => block.blockId === blockId) ?? [])
    .flatMap((block) => fewer(block, plan, context))[0];
  const minutes = Math.ceil(over / 60);
  return [
    {
      key: 'time',
      kind: 'time',
      itemId: null,
      laneId: null,
      atSeconds: plan.minutes * 60,
      text: `${minutes} minute${minutes === 1 ? '' : 's'} more than the ${plan.minutes} that are booked`,
      mends: () => (longest ? [longest] : []),
    },
  ];
}

function fewer(block: PlanBlock, plan: Plan, context: PlanContext): Mend[] {
  const { format, blockId, items } = block;
  if ((format.kind === 'rounds' || format.kind === 'intervals') && format.rounds > 1) {
    return [
      {
        text: `${format.rounds - 1} rounds instead of ${format.rounds}`,
        edit: withFormat(blockId, { ...format, rounds: format.rounds - 1 }),
      },
    ];
  }
  if (format.kind !== 'sets') return [];
  const most = items
    .flatMap((item) => plan.lanes.flatMap(({ laneId }) => laneEntry(item, laneId, context) ?? []))
    .sort((a, b) => b.sets - a.sets)[0];
  if (!most || most.sets < 2) return [];
  return [
    {
      text: `${most.sets - 1} sets of ${lowerFirst(most.document.name)}`,
      edit: withItem(most.itemId, (item) => ({
        ...item,
        sets: most.sets - 1,
        own: item.own.map((own) => (own.sets !== undefined && own.sets >= most.sets ? { ...own, sets: most.sets - 1 } : own)),
      })),
    },
  ];
}
