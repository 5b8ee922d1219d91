import type { FaultStillThere, TodayClient } from '@waxwing/core/api';
import { thingText, type Inventory } from '@waxwing/core/loading';
import { loadText, lowerFirst } from '@waxwing/core/movement';
import type { IndexedLibrary } from '../../shared/queries.ts';

type Decided = TodayClient['decided'];

interface DecidedLine {
  readonly names: readonly string[];
  readonly text: string;
}

/** What was decided, a line for each thing that was: first what changes, last what most of them share because it stays as it was. */
export function decidedLines(decided: Decided): readonly DecidedLine[] {
  const lines = new Map<string, { names: string[]; stays: boolean }>();
  for (const { movementName, text, kind } of decided) {
    const line = lines.get(text);
    if (line) line.names.push(lowerFirst(movementName));
    else lines.set(text, { names: [movementName], stays: kind === 'repeat' });
  }
  return [...lines]
    .sort(([, a], [, b]) => Number(a.stays) - Number(b.stays) || a.names.length - b.names.length)
    .map(([text, { names }]) => ({ names, text }));
}

/** A fault that was still there, as it is called out: "left knee drops in (goblet squat)". */
export function watchText({ movementId, faultTypeId, side }: FaultStillThere, library: IndexedLibrary): string {
  const type = library.lexicon.faultTypes.get(faultTypeId)?.name ?? faultTypeId;
  const own = library.revision(movementId)?.document.faults.find((fault) => fault.type === faultTypeId)?.name ?? type;
  return `${lowerFirst(own)}${side ? `, ${side}` : ''} (${lowerFirst(library.nameOf(movementId))})`;
}

/** What stands in the room anyway. */
const STANDS_THERE = new Set(['wall', 'doorway', 'counter', 'hand-support', 'mirror', 'partner']);

/** What the movements that come again want put out: loads as they were decided, by what this room has for them, else the kit by name. */
export function layOutFor(
  decided: Decided,
  library: Pick<IndexedLibrary, 'revisionInUse' | 'lexicon'>,
  room: Inventory | null,
): readonly string[] {
  const things = new Set<string>();
  for (const { movementId, instead, load } of decided) {
    const document = library.revisionInUse(instead ?? movementId)?.document;
    for (const id of document?.kit.needed ?? []) {
      const kit = library.lexicon.kit.get(id);
      if (!kit || STANDS_THERE.has(id)) continue;
      const isWeight = kit.weighs && load && instead === undefined;
      things.add(!isWeight ? kit.name : room ? thingText(document!, room, load) : loadText(load));
    }
  }
  return [...things];
}
