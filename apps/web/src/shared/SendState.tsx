import clsx from 'clsx';
import { useState } from 'react';
import type { Outbox } from './device/outbox.ts';
import { useOutboxState } from './device/useOutboxState.ts';
import { refusedWords, sendWords } from './sendWords.ts';
import { loadNewPage, useIsOtherBuild } from './server.ts';
import { useSignedIn } from './signedIn.tsx';

/** Whether what this device keeps has arrived, and whether the page is of today. `isQuiet`: says nothing while all is well. */
export function SendState({ isQuiet = false, isOnFloor = false }: { isQuiet?: boolean; isOnFloor?: boolean }) {
  const { outbox } = useSignedIn();
  const state = useOutboxState(outbox);
  const isOtherBuild = useIsOtherBuild();
  const refused = refusedWords(state);
  const isWell = state.kind === 'sent' || state.kind === 'sending';
  return (
    <span
      role="status"
      className={clsx(
        'flex flex-wrap items-center gap-x-3 text-sm',
        // What there is more of to say has more room, so that the bar keeps its height.
        isOnFloor && (isOtherBuild || refused ? 'min-w-48 flex-[4] basis-0' : 'min-w-24 flex-1 basis-0'),
        // Something to look at; not to be alarmed by.
        (!isWell || refused || isOtherBuild) && 'border-accent border-l-4 pl-3',
      )}
    >
      {!(isQuiet && isWell) && <span>{sendWords(state)}</span>}
      {state.kind === 'signed-out' && (
        <a className="underline" href="/">
          Sign in
        </a>
      )}
      {refused && outbox && (
        <span>
          {refused} <TryAgain outbox={outbox} />
        </span>
      )}
      {isOtherBuild && (
        <span>
          A newer Waxwing is on the server. {isOnFloor ? 'Reload when the set is over.' : 'Reload when it suits you.'}{' '}
          <button type="button" className="min-h-11 cursor-pointer underline" onClick={() => void loadNewPage()}>
            Reload
          </button>
        </span>
      )}
    </span>
  );
}

function TryAgain({ outbox }: { outbox: Outbox }) {
  const [busy, setBusy] = useState(false);
  return (
    <button
      type="button"
      className="min-h-11 cursor-pointer underline"
      disabled={busy}
      onClick={() => {
        setBusy(true);
        void outbox.retryRefused().finally(() => setBusy(false));
      }}
    >
      Try again
    </button>
  );
}
