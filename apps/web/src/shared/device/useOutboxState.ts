import { useSyncExternalStore } from 'react';
import { NOT_LOOKED, type Outbox, type OutboxState } from './outbox.ts';

const never = () => () => undefined;

export function useOutboxState(outbox: Outbox | null): OutboxState {
  return useSyncExternalStore(outbox?.subscribe ?? never, outbox?.getState ?? (() => NOT_LOOKED));
}
