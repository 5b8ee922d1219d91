import { openSession, type ActionContext } from '../session/actions.ts';
import type { ClientBrief } from '../session/brief.ts';
import type { EventDraft } from '../session/envelope.ts';
import { foldSession } from '../session/fold.ts';
import { indexBrief } from '../session/briefIndex.ts';
import { laneSituation } from '../session/laneSituation.ts';
import { TestReplica } from './replica.ts';
import { LANE, smallBrief } from './smallLibrary.ts';

export type Action = (context: ActionContext) => readonly EventDraft[];

/** A trainer on the floor, in a test: taps, and looks at what they did. */
export function floor(client: Partial<ClientBrief> = {}, movementId = 'waxwing:middle', brief = smallBrief(client, movementId)) {
  const index = indexBrief(brief);
  const replica = new TestReplica('a');
  replica.add(...openSession(brief));
  const look = () => {
    const state = foldSession(replica.events);
    return { state, situation: laneSituation(index, state, LANE)! };
  };
  const tap = (...actions: Action[]) => {
    for (const action of actions) replica.add(...action({ ...look(), index, newId: replica.newId }));
    return look().situation;
  };
  return { brief, index, replica, look, tap };
}
