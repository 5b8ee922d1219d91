import { nearest, type BriefIndex, type LaneSituation, type Lever } from '@waxwing/core';

export interface EasierOne {
  readonly movementId: string;
  readonly name: string;
  readonly levers: readonly Lever[];
}

/** The nearest easier movement that is open to this client here: what "swap at once" means. */
export function nearestEasier(index: BriefIndex, { item, client }: LaneSituation): EasierOne | null {
  const [path] = nearest(index.ladder, item.movementId, 'easier', (id) => index.isOpen(client.clientId, id));
  return path
    ? { movementId: path.movementId, name: index.nameOf(path.movementId), levers: path.steps.flatMap((step) => step.levers) }
    : null;
}
