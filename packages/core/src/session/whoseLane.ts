import { firstName } from '../client/firstName.ts';

interface Whose {
  readonly laneId: string;
  readonly clientId: string;
}

/** A level of a class, or a guest: a lane that is no client's stands under its own id. */
export function isNobodys({ laneId, clientId }: Whose): boolean {
  return laneId === clientId;
}

/** A lane of a class. A guest's is nobody's either, but somebody works on it, who can be asked. */
export function isLevel(lane: Whose & { readonly guest?: string | true }): boolean {
  return isNobodys(lane) && lane.guest === undefined;
}

/** Whose lane, or set, it is; `null` of a class, and of a guest. */
export function clientOf(lane: Whose): string | null {
  return isNobodys(lane) ? null : lane.clientId;
}

/** What a lane is called on a button and in a sentence: somebody's first name, or the whole of a level's and of what a guest is called. */
export function calledOf(client: (Whose & { readonly name: string }) | undefined): string {
  if (!client) return '';
  return isNobodys(client) ? client.name : firstName(client.name);
}
