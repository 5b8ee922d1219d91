import { createHash } from 'node:crypto';
import type { Plan } from '../planning/plan.ts';
import type { SessionBrief } from '../session/brief.ts';
import { briefOnPlan } from '../session/briefOnPlan.ts';
import { smallBrief } from './smallLibrary.ts';
import { starterLibrary } from './starterLibrary.ts';

const library = starterLibrary();
const revisions = library.movements.map((document, at) => ({
  revisionId: `00000000-0000-4000-8000-${String(at).padStart(12, '0')}`,
  number: 1,
  document,
}));
/** An id that is the same for the same words. */
export const lastingId = (text: string): string => {
  const hex = createHash('sha1').update(text).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
};

/** The brief of a plan, as starting it makes one. */
export function briefOfPlan(plan: Plan): SessionBrief {
  const brief = smallBrief();
  const clients = plan.lanes.map(({ laneId }, at) => ({
    ...brief.clients[0]!,
    laneId,
    clientId: lastingId(`client ${at}`),
    items: [],
  }));
  let items = 0;
  return briefOnPlan({ ...brief, clients, plan, revisions, vocabulary: library.vocabulary, kit: null }, plan, () =>
    lastingId(`item ${(items += 1)}`),
  );
}
