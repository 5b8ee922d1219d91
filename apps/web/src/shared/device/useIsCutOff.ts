import { useSyncExternalStore } from 'react';
import { keptAnswers } from '../api.ts';

/** Whether pages show what this device knew, since the server can't be reached. */
export function useIsCutOff(): boolean {
  return useSyncExternalStore(keptAnswers.subscribe, keptAnswers.since) !== null;
}
