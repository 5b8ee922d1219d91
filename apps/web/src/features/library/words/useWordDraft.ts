import { wordsIn, type Word } from '@waxwing/core/movement';
import { useMemo, useRef, useState } from 'react';
import type { IndexedLibrary } from '../../../shared/queries.ts';
import { keepDraftAt, keptDraftAt } from '../../../shared/device/keptDrafts.ts';
import { useSignedIn } from '../../../shared/signedIn.tsx';
import { overDrawn } from '../changing/overDrawn.ts';
import type { KeptList } from './wordLists.ts';

/** A word as somebody is making it, and what of; nothing where it is new. */
export interface WordDraft {
  readonly before: Word | null;
  readonly after: Word;
}

const keyOf = (trainerId: string, list: KeptList) => `waxwing.words.${trainerId}.${list}`;

type Drafts = Readonly<Record<string, WordDraft>>;

const kept = (key: string): Drafts => keptDraftAt<Drafts>(key) ?? {};

/** What somebody is making of a list's words, kept on the device from the first letter on. */
export function useWordDrafts(list: KeptList, library: IndexedLibrary) {
  const { me } = useSignedIn();
  const key = keyOf(me.trainerId, list);
  const [state, setState] = useState(() => ({ key, drafts: kept(key) }));
  const drafts = useMemo(() => (state.key === key ? state.drafts : kept(key)), [state, key]);
  // At once, and onto what is kept: a reload loses no letter, also one that hasn’t been drawn yet.
  const unkept = useRef<Drafts | null>(null);
  const keep = (make: (before: Drafts) => Drafts) => {
    const next = make(unkept.current ?? kept(key));
    unkept.current = keepDraftAt(key, next) ? null : next;
    setState({ key, drafts: next });
  };
  const known = wordsIn(library.vocabulary, list);
  return {
    drafts,
    /** `drawn`: the word as it stood where it was changed; fast fingers are ahead of what has been drawn, and only what they touched counts. */
    change: (id: string, drawn: Word, after: Word) =>
      keep((before) => {
        const draft = before[id];
        const latest = draft?.after ?? known.get(id) ?? drawn;
        return {
          ...before,
          [id]: { before: draft ? draft.before : (known.get(id) ?? null), after: overDrawn(latest, drawn, after) },
        };
      }),
    /** Made from what the library says now. */
    rebase: (id: string, after: Word) => keep((before) => ({ ...before, [id]: { before: known.get(id) ?? null, after } })),
    forget: (id: string) => keep(({ [id]: _, ...others }) => others),
  };
}
