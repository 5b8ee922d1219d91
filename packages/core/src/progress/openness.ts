import { reach, type Ladder, type Step } from '../ladder/ladder.ts';
import { reasonsClosed, type Circumstances } from '../ladder/openTo.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { lowerFirst } from '../movement/text.ts';
import type { Mastery } from '../movement/mastery.ts';
import { hasShown, masteryOf, shownFirstText, type PractisedSet } from './mastery.ts';

/** What a client has done, by movement; a movement never done isn't in it. */
export type Practice = ReadonlyMap<string, readonly PractisedSet[]>;

/** What stands between a client and a movement. */
export interface Obstacle {
  readonly kind: 'kit' | 'caution' | 'mastery';
  readonly text: string;
}

export interface OpennessQuestion {
  readonly ladder: Ladder;
  readonly documentOf: (movementId: string) => MovementDocument | undefined;
  readonly lexicon: Pick<Lexicon, 'kit' | 'cautions'>;
  readonly circumstances: Circumstances;
  /** `null`: nobody in particular; then mastery closes nothing. */
  readonly practice: Practice | null;
  /** Marks that a trainer gave, over what follows from the log. */
  readonly overrides?: ReadonlyMap<string, Mastery>;
}

/** What is open to somebody, here and now, over a whole library: made once, asked for every movement. */
export interface Openness {
  /** Empty when the movement is open. */
  obstaclesTo(movementId: string): readonly Obstacle[];
  isOpen(movementId: string): boolean;
  markOf(movementId: string): Mastery | null;
  /** Done at least clean: where a way up may begin. */
  readonly stoodOn: readonly string[];
}

const HELD: readonly (Mastery | null)[] = ['clean', 'owned'];

/**
 * Kit and cautions close a movement for anybody; mastery closes one whose easier neighbours haven't been shown as their steps ask,
 * unless the client has done it, or something above it, or nothing leads to it. A joined movement asks for its components.
 */
export function opennessOf({ ladder, documentOf, lexicon, circumstances, practice, overrides }: OpennessQuestion): Openness {
  const marks = new Map<string, Mastery | null>();
  for (const [id, sets] of practice ?? []) {
    const document = documentOf(id);
    if (document) marks.set(id, masteryOf(document, sets));
  }
  for (const [id, mark] of overrides ?? []) if (documentOf(id)) marks.set(id, mark);
  const stoodOn = [...marks].filter(([, mark]) => HELD.includes(mark)).map(([id]) => id);
  const below = reach(ladder, stoodOn, 'easier');
  const nameOf = (id: string) => lowerFirst(documentOf(id)?.name ?? id);

  function unshown(step: Step): string | null {
    const shown = hasShown(step.shownFirst, practice?.get(step.from) ?? []);
    // Who was marked as owning it has shown enough, whatever the log holds.
    if (shown.isShown || stoodOnAbove(step.from) || overrides?.get(step.from) === 'owned') return null;
    const sofar = shown.sets > 0 ? ` (${shown.sets} of ${step.shownFirst.sets} sets so far)` : '';
    return `first ${nameOf(step.from)}: ${shownFirstText(step.shownFirst)}${sofar}`;
  }
  /** Stands on something harder than this, so that this needn't be shown any more. */
  const stoodOnAbove = (id: string) => below.has(id) && !stoodOn.includes(id);

  function masteryObstacles(document: MovementDocument): readonly string[] {
    if (!practice || practice.has(document.id) || overrides?.has(document.id) || below.has(document.id)) return [];
    const missing = (document.components ?? []).filter((id) => documentOf(id) && !below.has(id));
    if (missing.length > 0) return missing.map((id) => `first ${nameOf(id)} clean on its own`);
    const ways = ladder.easierFrom(document.id).map(unshown);
    // One way up is enough; of several, the nearest one is named.
    return ways.length === 0 || ways.includes(null) ? [] : [ways[0]!];
  }

  const known = new Map<string, readonly Obstacle[]>();
  const obstaclesTo = (id: string): readonly Obstacle[] => {
    const before = known.get(id);
    if (before) return before;
    const document = documentOf(id);
    if (!document) return [];
    const kitName = (kit: string) => lexicon.kit.get(kit)?.name ?? kit;
    const cautionName = (caution: string) => lexicon.cautions.get(caution)?.name ?? caution;
    const closed = (over: Circumstances) => reasonsClosed(document, over, { kit: kitName, caution: cautionName });
    const found: Obstacle[] = [
      ...closed({ kit: null, cautions: circumstances.cautions }).map((text) => ({ kind: 'caution' as const, text })),
      ...closed({ ...circumstances, cautions: new Set() }).map((text) => ({ kind: 'kit' as const, text })),
      ...masteryObstacles(document).map((text) => ({ kind: 'mastery' as const, text })),
    ];
    known.set(id, found);
    return found;
  };
  return { obstaclesTo, isOpen: (id) => obstaclesTo(id).length === 0, markOf: (id) => marks.get(id) ?? null, stoodOn };
}
