/**
 * The first loop in a directed graph, as the nodes along it with the first repeated at the end; `null` when there is none.
 * Each node is walked once, so the time is linear in the edges.
 */
export function findCycle(nodes: Iterable<string>, next: (node: string) => readonly string[]): readonly string[] | null {
  const done = new Set<string>();
  const path: string[] = [];
  const walk = (node: string): readonly string[] | null => {
    const at = path.indexOf(node);
    if (at >= 0) return [...path.slice(at), node];
    if (done.has(node)) return null;
    path.push(node);
    for (const follower of next(node)) {
      const loop = walk(follower);
      if (loop) return loop;
    }
    path.pop();
    done.add(node);
    return null;
  };
  for (const node of nodes) {
    const loop = walk(node);
    if (loop) return loop;
  }
  return null;
}
