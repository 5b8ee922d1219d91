import { type Ladder, ladderOf } from '../ladder/ladder.ts';
import { type Circumstances, isAdvisedFor, isOpenTo } from '../ladder/openTo.ts';
import { holdingLoad } from '../loading/heldThing.ts';
import { type Makeable, rackFor } from '../loading/makeable.ts';
import { type Lexicon, lexiconOf, type MovementRevision } from '../movement/library.ts';
import type { Load } from '../movement/load.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { type ResolvedMovement, resolveMovement, type Stances, stancesInForce } from '../movement/resolvedMovement.ts';
import type { ClientBrief, SessionBrief } from './brief.ts';

/** A brief with its lookups made once, so that a tap costs no more than the judgement itself. */
export interface BriefIndex {
  readonly brief: SessionBrief;
  readonly lexicon: Lexicon;
  readonly ladder: Ladder;
  client(clientId: string): ClientBrief | undefined;
  revision(movementId: string): MovementRevision | undefined;
  /** As this client's stances leave it; `null` for a movement that the brief doesn't hold. */
  movement(clientId: string, movementId: string): ResolvedMovement | null;
  isOpen(clientId: string, movementId: string): boolean;
  /** Open, and nothing speaks against proposing it as a step up. */
  isAdvised(clientId: string, movementId: string): boolean;
  /** A movement with its figure holding what is taken for a load here. */
  drawn(movement: ResolvedMovement, load: Load): MovementDocument;
  nameOf(movementId: string): string;
  /** The positions in force for a client. */
  stances(clientId: string): Stances;
  /** The loads of the room for a movement, lightest first; none where the body is the load or nobody described the room. */
  rack(movementId: string): readonly Makeable[];
}

export function indexBrief(brief: SessionBrief): BriefIndex {
  const lexicon = lexiconOf(brief.vocabulary);
  const revisions = new Map(brief.revisions.map((revision) => [revision.document.id, revision]));
  const clients = new Map(brief.clients.map((client) => [client.clientId, client]));
  const resolved = new Map<string, ResolvedMovement>();
  const circumstances = new Map<string, Circumstances>();
  const drawn = new Map<MovementDocument, readonly MovementDocument[]>();
  const racks = new Map<string, readonly Makeable[]>();
  const stancesOf = (clientId: string) => stancesInForce(lexicon, clients.get(clientId)?.stances);
  const circumstancesOf = (clientId: string): Circumstances => {
    let known = circumstances.get(clientId);
    if (!known) {
      known = {
        kit: brief.kit && new Set(brief.kit),
        cautions: new Set(clients.get(clientId)?.cautions.map((each) => each.caution)),
        floor: brief.inventory?.floor,
      };
      circumstances.set(clientId, known);
    }
    return known;
  };
  return {
    brief,
    lexicon,
    ladder: ladderOf(brief.revisions.map((revision) => revision.document)),
    client: (clientId) => clients.get(clientId),
    revision: (movementId) => revisions.get(movementId),
    movement(clientId, movementId) {
      const key = `${clientId}|${movementId}`;
      const known = resolved.get(key);
      if (known) return known;
      const revision = revisions.get(movementId);
      if (!revision) return null;
      const made = resolveMovement(revision, lexicon, stancesOf(clientId), circumstancesOf(clientId).cautions);
      resolved.set(key, made);
      return made;
    },
    isOpen(clientId, movementId) {
      const revision = revisions.get(movementId);
      return revision !== undefined && isOpenTo(revision.document, circumstancesOf(clientId));
    },
    isAdvised(clientId, movementId) {
      const revision = revisions.get(movementId);
      return revision !== undefined && isAdvisedFor(revision.document, circumstancesOf(clientId));
    },
    drawn({ document }, load) {
      const held = holdingLoad(document, brief.inventory ?? null, load);
      if (held === document) return document;
      // The same picture is the same object, whatever the weight: it is drawn once.
      const others = drawn.get(document) ?? [];
      const known = others.find(({ figure }) => figure?.hold?.thing === held.figure?.hold?.thing);
      if (!known) drawn.set(document, [...others, held]);
      return known ?? held;
    },
    nameOf: (movementId) => revisions.get(movementId)?.document.name ?? movementId,
    stances: stancesOf,
    rack(movementId) {
      const known = racks.get(movementId);
      if (known) return known;
      const revision = revisions.get(movementId);
      const rack = revision ? rackFor(revision.document, brief.inventory ?? null) : [];
      racks.set(movementId, rack);
      return rack;
    },
  };
}
