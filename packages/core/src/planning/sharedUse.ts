import type { Step } from './step.ts';
import type { Unrolled } from './unroll.ts';

/** A stretch in which a thing, or the trainer's hands, are wanted; more than there are is a clash. */
export interface UseSpan {
  readonly fromSeconds: number;
  readonly toSeconds: number;
  readonly wanted: number;
  readonly isClash: boolean;
  readonly lanes: readonly { readonly laneId: string; readonly itemId: string }[];
}

/** Over the hour: when something that doesn't serve everybody at once is in use. */
export interface SharedUse {
  readonly key: string;
  readonly name: string;
  /** `null` when nobody described the place: then nothing clashes. */
  readonly there: number | null;
  readonly spans: readonly UseSpan[];
}

/** What the trainer's own hands are called among the things. */
export const HANDS_KEY = 'hands';

/** Something that is wanted as long as a step of an item takes, so many of it. */
export interface Want {
  readonly step: Step;
  readonly count: number;
}

/** Things by the minute, those with a clash first, then those that several want, each as often as they are wanted. */
export function sharedUse(unrolled: Unrolled): readonly SharedUse[] {
  const wants = new Map<string, { name: string; there: number | null; list: Want[] }>();
  const want = (key: string, name: string, there: number | null, each: Want) => {
    const known = wants.get(key);
    if (known) known.list.push(each);
    else wants.set(key, { name, there, list: [each] });
  };
  for (const step of unrolled.steps) {
    if (step.kind !== 'work' || !step.work || step.itemId === null) continue;
    for (const { key, name, count, there } of step.work.things) want(key, name, there, { step, count });
    if (step.work.usesHands) want(HANDS_KEY, 'your hands', 1, { step, count: 1 });
  }
  const uses = [...wants].map(([key, { name, there, list }]) => {
    const use: SharedUse = { key, name, there, spans: spansOf(list, there) };
    const isClash = use.spans.some((span) => span.isClash);
    return { use, isClash, lanes: new Set(list.map(({ step }) => step.laneId)).size };
  });
  return uses
    .sort((a, b) => Number(b.isClash) - Number(a.isClash) || b.lanes - a.lanes || b.use.spans.length - a.use.spans.length)
    .map(({ use }) => use);
}

/** Cut where somebody takes it or puts it down: within a span the same people have it. Runs after every edit, over all steps. */
export function spansOf(list: readonly Want[], there: number | null): UseSpan[] {
  const sorted = [...list].sort((a, b) => a.step.fromSeconds - b.step.fromSeconds);
  const cuts = cutsOf(sorted);
  const spans: { fromSeconds: number; toSeconds: number; wanted: number; isClash: boolean; lanes: UseSpan['lanes'] }[] = [];
  const active: Want[] = [];
  let begun = 0;
  for (let i = 0; i < cuts.length - 1; i += 1) {
    const [from, to] = [cuts[i]!, cuts[i + 1]!];
    if (from === to) continue;
    dropEnded(active, from);
    while (begun < sorted.length && sorted[begun]!.step.fromSeconds <= from) {
      if (sorted[begun]!.step.untilSeconds > from) active.push(sorted[begun]!);
      begun += 1;
    }
    if (active.length === 0) continue;
    let wanted = 0;
    for (const { count } of active) wanted += count;
    const isClash = there !== null && wanted > there && active.length > 1;
    const last = spans.at(-1);
    if (last?.toSeconds === from && last.isClash === isClash && haveSame(last.lanes, active)) {
      last.toSeconds = to;
    } else {
      const lanes = active.map(({ step }) => ({ laneId: step.laneId, itemId: step.itemId! }));
      spans.push({ fromSeconds: from, toSeconds: to, wanted, isClash, lanes });
    }
  }
  return spans;
}

/** In place: some thousand lists would be made otherwise. */
function dropEnded(active: Want[], at: number): void {
  let kept = 0;
  for (const each of active) if (each.step.untilSeconds > at) active[kept++] = each;
  active.length = kept;
}

/** Every second at which somebody begins or ends, in order; the same one may stand there more than once. */
function cutsOf(list: readonly Want[]): Float64Array {
  const cuts = new Float64Array(list.length * 2);
  list.forEach(({ step }, at) => {
    cuts[at * 2] = step.fromSeconds;
    cuts[at * 2 + 1] = step.untilSeconds;
  });
  return cuts.sort();
}

function haveSame(lanes: UseSpan['lanes'], active: readonly Want[]): boolean {
  if (lanes.length !== active.length) return false;
  return lanes.every(({ laneId, itemId }, at) => laneId === active[at]!.step.laneId && itemId === active[at]!.step.itemId);
}
