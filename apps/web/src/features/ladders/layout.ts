import { Graph, layout as dagreLayout } from '@dagrejs/dagre';
import type { MovementDocument } from '@waxwing/core/movement';
import { ladderOf, rungs, type Ladder, type Step } from '@waxwing/core/ladder';

/** A movement's place in pixels; `top` is left over each for its line's heading, `gap` between two rows. */
export const NODE = { width: 132, height: 122, top: 34, gap: 14, pitchX: 155, pitchY: 136, bandGap: 40 } as const;

export interface Placed {
  readonly id: string;
  readonly rung: number;
  readonly x: number;
  readonly y: number;
  /** Easier neighbours that stand at the end of the line above: no arrow is drawn across. */
  readonly after: readonly string[];
}

export interface Band {
  readonly y: number;
  readonly firstRung: number;
  readonly lastRung: number;
}

export interface LadderMap {
  readonly placed: readonly Placed[];
  /** Steps within one line of the map. */
  readonly drawn: readonly Step[];
  readonly bands: readonly Band[];
  /** Where those begin that no step leads to or from. */
  readonly looseY: number | null;
  readonly width: number;
  readonly height: number;
}

/**
 * A family's ladder as a map that reads like a page: harder to the right, and where the line is full it goes on in the next one.
 * Columns are rungs; dagre orders each column so that few steps cross; a step keeps its row where it can, side branches go below.
 */
export function layoutFamily(documents: readonly MovementDocument[], columns: number): LadderMap {
  const ladder = ladderOf(documents);
  const rungOf = rungs(ladder);
  const isLoose = (id: string) => ladder.harderFrom(id).length + ladder.easierFrom(id).length === 0;
  const ids = documents.map(({ id }) => id);
  const joined = ids.filter((id) => !isLoose(id));
  const order = orderOf(ladder, joined);

  const placed: Placed[] = [];
  const bands: Band[] = [];
  let top = 0;
  const bandOf = (id: string) => Math.floor(rungOf.get(id)! / columns);
  const lastBand = Math.max(-1, ...joined.map(bandOf));
  for (let band = 0; band <= lastBand; band += 1) {
    const inBand = joined.filter((id) => bandOf(id) === band);
    const rowOf = rowsOf(inBand, ladder, rungOf, order);
    const rows = 1 + Math.max(0, ...rowOf.values());
    for (const id of inBand) {
      const rung = rungOf.get(id)!;
      const after = ladder
        .easierFrom(id)
        .map(({ from }) => from)
        .filter((from) => bandOf(from) !== band);
      placed.push({ id, rung, after, x: (rung % columns) * NODE.pitchX, y: top + rowOf.get(id)! * NODE.pitchY });
    }
    const rungsHere = inBand.map((id) => rungOf.get(id)!);
    bands.push({ y: top, firstRung: Math.min(...rungsHere), lastRung: Math.max(...rungsHere) });
    top += rows * NODE.pitchY + NODE.bandGap;
  }
  const loose = ids.filter(isLoose);
  const looseY = loose.length > 0 ? top : null;
  loose.forEach((id, i) =>
    placed.push({ id, rung: 0, after: [], x: (i % columns) * NODE.pitchX, y: top + Math.floor(i / columns) * NODE.pitchY }),
  );
  if (loose.length > 0) top += Math.ceil(loose.length / columns) * NODE.pitchY;
  const drawn = joined.flatMap((id) => ladder.harderFrom(id).filter((step) => bandOf(step.from) === bandOf(step.to)));
  return { placed, drawn, bands, looseY, width: columns * NODE.pitchX, height: top };
}

/** Where dagre would have each movement, from top to bottom. */
function orderOf(ladder: Ladder, ids: readonly string[]): ReadonlyMap<string, number> {
  const graph = new Graph({ multigraph: true });
  graph.setGraph({ rankdir: 'LR', ranker: 'longest-path' });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const id of ids) graph.setNode(id, { width: NODE.width, height: NODE.height });
  for (const id of ids) {
    for (const { to, sideBranch } of ladder.harderFrom(id)) graph.setEdge(id, to, { weight: sideBranch ? 1 : 4 });
  }
  dagreLayout(graph);
  return new Map(ids.map((id) => [id, (graph.node(id) as { y: number }).y]));
}

function rowsOf(
  ids: readonly string[],
  ladder: Ladder,
  rungOf: ReadonlyMap<string, number>,
  order: ReadonlyMap<string, number>,
): ReadonlyMap<string, number> {
  const rowOf = new Map<string, number>();
  const taken = new Map<number, Set<number>>();
  /** The row of the movement that leads here: the main line's before a side branch's, and of several the uppermost. */
  const wished = (id: string) => {
    const steps = ladder
      .easierFrom(id)
      .filter(({ from }) => rowOf.has(from))
      .sort((a, b) => rowOf.get(a.from)! - rowOf.get(b.from)!);
    const main = steps.find(({ sideBranch }) => !sideBranch) ?? steps[0];
    return { row: main ? rowOf.get(main.from)! : 0, isMain: main ? !main.sideBranch : true };
  };
  /** How far the way leads on from here: the longest keeps the row. */
  const heights = new Map<string, number>();
  const heightOf = (id: string): number => {
    const known = heights.get(id);
    if (known !== undefined) return known;
    const height = ladder
      .harderFrom(id)
      .reduce((most, { to, sideBranch }) => Math.max(most, sideBranch ? 0 : 1 + heightOf(to)), 0);
    heights.set(id, height);
    return height;
  };
  const columns = [...new Set(ids.map((id) => rungOf.get(id)!))].sort((a, b) => a - b);
  for (const rung of columns) {
    const used = new Set<number>();
    taken.set(rung, used);
    const here = ids
      .filter((id) => rungOf.get(id) === rung)
      .map((id) => ({ id, ...wished(id) }))
      .sort(
        (a, b) =>
          Number(b.isMain) - Number(a.isMain) ||
          a.row - b.row ||
          heightOf(b.id) - heightOf(a.id) ||
          order.get(a.id)! - order.get(b.id)!,
      );
    for (const { id, row, isMain } of here) {
      let at = isMain ? row : row + 1;
      while (used.has(at)) at += 1;
      used.add(at);
      rowOf.set(id, at);
    }
  }
  // Rows that nobody stands on are closed up.
  const filled = [...new Set(rowOf.values())].sort((a, b) => a - b);
  return new Map([...rowOf].map(([id, row]) => [id, filled.indexOf(row)]));
}
