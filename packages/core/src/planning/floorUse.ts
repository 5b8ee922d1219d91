import { areaWithGap } from '../movement/floorArea.ts';
import type { PlanContext } from './planContext.ts';
import { spansOf, type UseSpan, type Want } from './sharedUse.ts';
import type { Unrolled } from './unroll.ts';

/** The floor over the hour: how many square metres are taken up, of how many; nothing where nobody said how large it is. */
export function floorUse(unrolled: Unrolled, { inventory }: PlanContext): { there: number; spans: readonly UseSpan[] } | null {
  if (!inventory?.floor) return null;
  const there = areaWithGap(inventory.floor);
  const wants = unrolled.steps.flatMap((step): Want[] =>
    step.kind === 'work' && step.document && step.itemId !== null ? [{ step, count: areaWithGap(step.document.footprint) }] : [],
  );
  return { there, spans: spansOf(wants, there) };
}
