import type { SessionSummary } from '@waxwing/core/api';

/** Who was in an hour, in a line; of a class its levels. */
export function whoIn({ clients, isClass }: Pick<SessionSummary, 'clients' | 'isClass'>): string {
  const names = clients.map(({ name }) => name);
  return isClass ? `Class: ${names.join(', ')}` : names.join(' and ');
}
