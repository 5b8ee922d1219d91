import type { Asked, Format, OwnPart, Plan, PlanBlock, PlanItem, PlanLane } from './plan.ts';

/** What hands do to a plan. Each answers another plan and leaves the one that it was given as it is; what changes nothing answers the same. */
export type PlanEdit = (plan: Plan) => Plan;

/** Without what is undefined: so it is kept, and compared. */
function cleaned<T extends object>(value: T): T {
  return Object.fromEntries(Object.entries(value).filter(([, each]) => each !== undefined)) as T;
}

export function blockOfItem(plan: Plan, itemId: string): PlanBlock | undefined {
  return plan.blocks.find(({ items }) => items.some((item) => item.itemId === itemId));
}

export function itemIn(plan: Plan, itemId: string): PlanItem | undefined {
  return blockOfItem(plan, itemId)?.items.find((item) => item.itemId === itemId);
}

export function withPlanFields(fields: Partial<Plan>): PlanEdit {
  return (plan) => cleaned({ ...plan, ...fields });
}

export function withBlock(blockId: string, change: (block: PlanBlock) => PlanBlock): PlanEdit {
  return (plan) => ({
    ...plan,
    blocks: plan.blocks.map((block) => (block.blockId === blockId ? cleaned(change(block)) : block)),
  });
}

export function withItem(itemId: string, change: (item: PlanItem) => PlanItem): PlanEdit {
  return (plan) => {
    const block = blockOfItem(plan, itemId);
    if (!block) return plan;
    return withBlock(block.blockId, (before) => ({
      ...before,
      items: before.items.map((item) => (item.itemId === itemId ? cleaned(change(item)) : item)),
    }))(plan);
  };
}

function inserted<T>(list: readonly T[], at: number, entry: T): T[] {
  const place = Math.max(0, Math.min(at, list.length));
  return [...list.slice(0, place), entry, ...list.slice(place)];
}

export function addBlock(block: PlanBlock, at = Infinity): PlanEdit {
  return (plan) => ({ ...plan, blocks: inserted(plan.blocks, at, block) });
}

export function removeBlock(blockId: string): PlanEdit {
  return (plan) => ({ ...plan, blocks: plan.blocks.filter((block) => block.blockId !== blockId) });
}

/** So many places down, or up when it is negative. */
export function moveBlock(blockId: string, by: number): PlanEdit {
  return (plan) => {
    const at = plan.blocks.findIndex((block) => block.blockId === blockId);
    if (at < 0) return plan;
    const rest = plan.blocks.filter((block) => block.blockId !== blockId);
    return { ...plan, blocks: inserted(rest, at + by, plan.blocks[at]!) };
  };
}

export function withFormat(blockId: string, format: Format): PlanEdit {
  return withBlock(blockId, (block) => ({ ...block, format: cleaned(format) }));
}

export function addItem(blockId: string, item: PlanItem, at = Infinity): PlanEdit {
  return withBlock(blockId, (block) => ({ ...block, items: inserted(block.items, at, item) }));
}

export function removeItem(itemId: string): PlanEdit {
  return (plan) => {
    const block = blockOfItem(plan, itemId);
    if (!block) return plan;
    return withBlock(block.blockId, (before) => ({ ...before, items: before.items.filter((item) => item.itemId !== itemId) }))(
      plan,
    );
  };
}

/** To a place of a block, counted without the item itself. */
export function moveItem(itemId: string, blockId: string, at: number): PlanEdit {
  return (plan) => {
    const item = itemIn(plan, itemId);
    if (!item || !plan.blocks.some((block) => block.blockId === blockId)) return plan;
    return addItem(blockId, item, at)(removeItem(itemId)(plan));
  };
}

/** One place up or down; over the edge of its block into the next one. */
export function moveItemBy(itemId: string, by: -1 | 1): PlanEdit {
  return (plan) => {
    const b = plan.blocks.findIndex(({ items }) => items.some((item) => item.itemId === itemId));
    if (b < 0) return plan;
    const block = plan.blocks[b]!;
    const at = block.items.findIndex((item) => item.itemId === itemId) + by;
    if (at >= 0 && at < block.items.length) return moveItem(itemId, block.blockId, at)(plan);
    const next = plan.blocks[b + by];
    return next ? moveItem(itemId, next.blockId, by < 0 ? Infinity : 0)(plan) : plan;
  };
}

/** What is asked in a place: of everybody, or of one lane. What is undefined is no longer said. */
export function withAsked(itemId: string, laneId: string | null, asked: Partial<Asked>): PlanEdit {
  if (laneId === null) return withItem(itemId, (item) => ({ ...item, ...asked }));
  return withOwn(itemId, laneId, asked);
}

export function withOwn(itemId: string, laneId: string, part: Partial<OwnPart>): PlanEdit {
  return withItem(itemId, (item) => {
    const known = item.own.find((own) => own.laneId === laneId) ?? { laneId };
    const next = cleaned({ ...known, ...part, laneId });
    const saysSomething = Object.keys(next).length > 1;
    const others = item.own.filter((own) => own.laneId !== laneId);
    if (!saysSomething) return { ...item, own: others };
    // In its place, so that nothing moves that didn't change.
    const own = item.own.includes(known) ? item.own.map((each) => (each === known ? next : each)) : [...item.own, next];
    return { ...item, own };
  });
}

/**
 * Another movement in a place, for everybody or for one lane. What was asked of the one before was meant for it: it goes, and the new one is
 * advised. A lane that is given the slot's own movement does as the others do.
 */
export function swapMovement(itemId: string, laneId: string | null, movementId: string): PlanEdit {
  const nothing = { amount: undefined, load: undefined, tempo: undefined, restSeconds: undefined };
  if (laneId === null) {
    return withItem(itemId, (item) => {
      const { stress: _stress, way, ...rest } = item;
      return {
        ...rest,
        ...nothing,
        // An easier one that follows was easier than the one before.
        ...(way && way.kind !== 'then-easier' && { way }),
        movementId,
        own: item.own.filter((own) => own.movementId !== movementId),
      };
    });
  }
  return (plan) => {
    const isSlots = itemIn(plan, itemId)?.movementId === movementId;
    return withOwn(itemId, laneId, { ...nothing, movementId: isSlots ? undefined : movementId })(plan);
  };
}

export function addLane(lane: PlanLane): PlanEdit {
  return (plan) => ({ ...plan, lanes: [...plan.lanes, lane] });
}

/** Somebody isn't there: what was theirs in each place goes with them. */
export function removeLane(laneId: string): PlanEdit {
  return (plan) => ({
    ...plan,
    lanes: plan.lanes.filter((lane) => lane.laneId !== laneId),
    blocks: plan.blocks.map((block) =>
      block.items.some(({ own }) => own.some((each) => each.laneId === laneId))
        ? {
            ...block,
            items: block.items.map((item) =>
              item.own.some((each) => each.laneId === laneId)
                ? { ...item, own: item.own.filter((each) => each.laneId !== laneId) }
                : item,
            ),
          }
        : block,
    ),
  });
}

/** The same plan with ids of its own: made of one that is kept. */
export function copyOfPlan(plan: Plan, newId: () => string): Plan {
  return {
    ...plan,
    blocks: plan.blocks.map((block) => ({
      ...block,
      blockId: newId(),
      items: block.items.map((item) => ({ ...item, itemId: newId() })),
    })),
  };
}
