import type { SessionSummary } from '@waxwing/core/api';
import { listed } from '@waxwing/core/movement';

/** Who was in an hour, in a line; of a class its levels. */
export function whoIn({ clients, isClass, guests = [] }: Pick<SessionSummary, 'clients' | 'isClass' | 'guests'>): string {
  const names = clients.map(({ name }) => name);
  return isClass ? `Class: ${names.join(', ')}` : listed([...names, ...guests.map((name) => `${name} (guest)`)]);
}
