import { laneEntry, sharedUse, type Plan, type PlanContext, type Unrolled } from '@waxwing/core/planning';

/** What to put out before they come: weights by name, as many as are wanted at one time and are there, then what else is needed. */
export function layOut(plan: Plan, unrolled: Unrolled, context: PlanContext): readonly string[] {
  const things = sharedUse(unrolled)
    .filter(({ key }) => key !== 'hands')
    .map(({ name, there, spans }) => {
      const wanted = Math.max(...spans.map((span) => span.wanted));
      const count = Math.min(wanted, there ?? wanted);
      return name.startsWith('the pair') || count < 2 ? name.replace(/^the /, '') : `${name.replace(/^the /, '')} (${count})`;
    });
  const kit = new Set<string>();
  for (const item of plan.blocks.flatMap((block) => block.items)) {
    for (const { laneId } of plan.lanes) {
      for (const id of laneEntry(item, laneId, context)?.document.kit.needed ?? []) {
        const named = context.lexicon.kit.get(id);
        if (named && !named.weighs && !named.exclusive) kit.add(named.name);
      }
    }
  }
  return [...things, ...kit];
}
