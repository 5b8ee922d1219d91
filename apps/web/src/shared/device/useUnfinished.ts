import { useState } from 'react';
import { useSignedIn } from '../signedIn.tsx';
import { forgetDraftAt, forgetDraftsUnder, keepDraftAt, keptDraftAt } from './keptDrafts.ts';

/** What stands half filled in a form, and since when (UTC). */
interface Unfinished<T> {
  readonly at: string;
  readonly value: T;
}

const keyOf = (trainerId: string, form: string) => `waxwing.form.${trainerId}.${form}`;

/** The form of a client's record, by whose it is; and of what is measured of them. */
export const recordForm = (clientId: string | null) => `client.${clientId ?? 'new'}`;
export const resultForm = (clientId: string, measureId: string) => `${recordForm(clientId)}.${measureId}`;

/** A form that is left half filled goes on where it was, on this device and for this sign-in. `form` names it, such as `room.new`. */
export function useUnfinished<T>(form: string) {
  const { me } = useSignedIn();
  const key = keyOf(me.trainerId, form);
  const [found, setFound] = useState(() => keptDraftAt<Unfinished<T>>(key));
  return {
    /** What was there when the form opened; `null` once it was begun again or sent. */
    found,
    keep: (value: T) => keepDraftAt(key, { at: new Date().toISOString(), value } satisfies Unfinished<T>),
    forget: () => {
      forgetDraftAt(key);
      setFound(null);
    },
  };
}

/** A client who was deleted for good: nothing that was typed of them stays. */
export function forgetFormsOf(trainerId: string, clientId: string): void {
  forgetDraftsUnder(keyOf(trainerId, recordForm(clientId)));
}
