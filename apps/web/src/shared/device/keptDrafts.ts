/** Keeps what somebody is making on this device until it is kept elsewhere; false where the store is full or private: then it stands on the page as long as that does. */
export function keepDraftAt(key: string, draft: unknown): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

export function keptDraftAt<T>(key: string): T | null {
  try {
    const kept = localStorage.getItem(key);
    return kept === null ? null : (JSON.parse(kept) as T);
  } catch {
    return null;
  }
}

export function forgetDraftAt(key: string): void {
  localStorage.removeItem(key);
}

/** A draft and those whose keys go on from its key. */
export function forgetDraftsUnder(key: string): void {
  for (const each of Object.keys(localStorage)) if (each === key || each.startsWith(`${key}.`)) forgetDraftAt(each);
}
