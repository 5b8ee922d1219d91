import { firstName } from '../client/firstName.ts';

/** A lane of a class is a level, and nobody's: it stands under its own id. */
export function isLevel({ laneId, clientId }: { readonly laneId: string; readonly clientId: string }): boolean {
  return laneId === clientId;
}

/** Whose lane, or set, it is; `null` of a class. */
export function clientOf(lane: { readonly laneId: string; readonly clientId: string }): string | null {
  return isLevel(lane) ? null : lane.clientId;
}

/** What a lane is called on a button and in a sentence: somebody's first name, or the whole of a level's. */
export function calledOf(
  client: { readonly laneId: string; readonly clientId: string; readonly name: string } | undefined,
): string {
  if (!client) return '';
  return isLevel(client) ? client.name : firstName(client.name);
}
