import { wordsIn, type Word } from '@waxwing/core/movement';
import { useState } from 'react';
import type { IndexedLibrary } from '../../../shared/queries.ts';
import { useSignedIn } from '../../../shared/signedIn.tsx';
import type { KeptList } from './wordLists.ts';

/** A word as somebody is making it, and what of; nothing where it is new. */
export interface WordDraft {
  readonly before: Word | null;
  readonly after: Word;
}

const keyOf = (trainerId: string, list: KeptList) => `waxwing.words.${trainerId}.${list}`;

type Drafts = Readonly<Record<string, WordDraft>>;

function kept(key: string): Drafts {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') as Drafts;
  } catch {
    return {};
  }
}

/** What somebody is making of a list's words, kept on the device from the first letter on. */
export function useWordDrafts(list: KeptList, library: IndexedLibrary) {
  const { me } = useSignedIn();
  const key = keyOf(me.trainerId, list);
  const [state, setState] = useState(() => ({ key, drafts: kept(key) }));
  const drafts = state.key === key ? state.drafts : kept(key);
  const keep = (make: (before: Drafts) => Drafts) =>
    setState((before) => {
      const next = make(before.key === key ? before.drafts : kept(key));
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // A full or private store: it stands on the page as long as that does.
      }
      return { key, drafts: next };
    });
  const known = wordsIn(library.vocabulary, list);
  return {
    drafts,
    change: (id: string, after: Word) =>
      keep((before) => ({ ...before, [id]: { before: before[id]?.before ?? known.get(id) ?? null, after } })),
    /** Made from what the library says now. */
    rebase: (id: string, after: Word) => keep((before) => ({ ...before, [id]: { before: known.get(id) ?? null, after } })),
    forget: (id: string) => keep(({ [id]: _, ...others }) => others),
  };
}
