import type { Me } from '@waxwing/core/api';
import { createContext, useContext } from 'react';
import type { Outbox } from './device/outbox.ts';

export interface SignedInState {
  readonly me: Me;
  /** Sends what this sign-in kept on this device; `null` until the device has opened its store. */
  readonly outbox: Outbox | null;
  /** Why the device has no store; `null` while it has, or is opening it. */
  readonly deviceError: unknown;
  readonly signOut: () => Promise<void>;
}

export const SignedInContext = createContext<SignedInState | null>(null);

/** Who is signed in; only inside the shell. */
export function useSignedIn(): SignedInState {
  const state = useContext(SignedInContext);
  if (!state) throw new Error('useSignedIn is for what stands inside the shell');
  return state;
}

const KEY = 'waxwing.me';

/** Remembered so that Floor opens without a network; holds no health data. */
export function rememberMe(me: Me | null): void {
  if (me) localStorage.setItem(KEY, JSON.stringify(me));
  else localStorage.removeItem(KEY);
}

export function rememberedMe(): Me | null {
  const stored = localStorage.getItem(KEY);
  return stored ? (JSON.parse(stored) as Me) : null;
}
