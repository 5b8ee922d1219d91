// An hour of many events in all lanes of a brief: sets of a dozen reps, with a fault, a cue and what it did in each.
import { randomUUID } from 'node:crypto';
import { v7 } from 'uuid';
import { indexBrief, openSession, stampEvent } from '../packages/core/dist/session/index.js';

/** Stamps drafts in order, a quarter of a second apart. */
export class Hour {
  events = [];
  #replicaId = randomUUID();
  /** In the last hour. */
  #from = Date.now() - 3_600_000;

  constructor(brief) {
    this.brief = brief;
    this.add(openSession(brief));
  }

  add(drafts) {
    const from = this.events.length;
    for (const draft of drafts) {
      const seq = this.events.length + 1;
      this.events.push(
        stampEvent(draft, {
          id: v7(),
          sessionId: this.brief.sessionId,
          replicaId: this.#replicaId,
          seq,
          lamport: seq,
          at: new Date(this.#from + seq * 250).toISOString(),
          actor: 'trainer',
        }),
      );
    }
    return this.events.slice(from);
  }

  /** Goes on until there are so many. Answers what came. */
  fillTo(count) {
    const from = this.events.length;
    const index = indexBrief(this.brief);
    for (let round = 0; this.events.length < count; round += 1) {
      const client = this.brief.clients[round % this.brief.clients.length];
      const item = client.items[Math.floor(round / this.brief.clients.length) % client.items.length];
      const where = { laneId: client.laneId, clientId: client.clientId };
      const [setId, segmentId] = [randomUUID(), randomUUID()];
      const { itemId, movementId, revisionId, load, target } = item;
      const faults = index.movement(client.clientId, movementId).faults.filter((fault) => fault.cues.length > 0);
      const fault = faults[round % faults.length];
      const about = { setId, faultId: fault.faultId, faultTypeId: fault.type };
      this.add([
        { type: 'segment-started', ...where, payload: { setId, segmentId, itemId, movementId, revisionId, load, target } },
        ...Array.from({ length: 12 }, () => ({ type: 'rep-counted', ...where, payload: { setId, segmentId } })),
        { type: 'fault-seen', ...where, payload: about },
        { type: 'cue-given', ...where, payload: { ...about, cueId: fault.cues[0].cueId } },
      ]);
      this.add([{ type: 'cue-outcome', ...where, payload: { cueGivenId: this.events.at(-1).id, outcome: 'same' } }]);
      this.add([{ type: 'set-ended', ...where, payload: { setId, reason: 'done' } }]);
    }
    return this.events.slice(from);
  }

  /** Ends that set. */
  end() {
    const { laneId, clientId, payload } = this.rep;
    return this.add([{ type: 'set-ended', laneId, clientId, payload: { setId: payload.setId, reason: 'done' } }]);
  }

  /** A rep of the set that was begun last in the first lane, which is begun anew. */
  begin() {
    const { laneId, clientId, items } = this.brief.clients[0];
    const [setId, segmentId] = [randomUUID(), randomUUID()];
    const { itemId, movementId, revisionId, load, target } = items[0];
    this.rep = { type: 'rep-counted', laneId, clientId, payload: { setId, segmentId } };
    const payload = { setId, segmentId, itemId, movementId, revisionId, load, target };
    return this.add([{ type: 'segment-started', laneId, clientId, payload }]);
  }
}
