/** A lane of a class is a level, and nobody's: it stands under its own id. */
export function isLevel({ laneId, clientId }: { readonly laneId: string; readonly clientId: string }): boolean {
  return laneId === clientId;
}

/** Whose lane, or set, it is; `null` of a class. */
export function clientOf(lane: { readonly laneId: string; readonly clientId: string }): string | null {
  return isLevel(lane) ? null : lane.clientId;
}
