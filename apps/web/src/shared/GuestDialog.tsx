import type { ClientSummary } from '@waxwing/core/api';
import { useState } from 'react';
import { Link } from 'react-router';
import { Dialog } from './Dialog.tsx';
import { WhichClient } from './WhichClient.tsx';

interface GuestDialogProps {
  /** What the guest is called. */
  readonly guest: string;
  /** Clients who are in this hour themselves. */
  readonly here: ReadonlySet<string>;
  readonly onSay: (client: ClientSummary) => Promise<void>;
  readonly onClose: () => void;
}

/** Who a guest is, or was. Asked twice, since it puts what somebody did under somebody's name for good. */
export function GuestDialog({ guest, here, onSay, onClose }: GuestDialogProps) {
  const [picked, setPicked] = useState<ClientSummary | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const say = async (client: ClientSummary) => {
    setBusy(true);
    setProblem(null);
    try {
      await onSay(client);
      onClose();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work');
      setBusy(false);
    }
  };
  return (
    <Dialog title={`Who is ${guest}?`} onClose={onClose}>
      {picked ? (
        <>
          <p className="mt-2 text-lg">
            All that {guest} has done in this hour goes into the log of <b>{picked.name}</b>. It can’t be moved to somebody else
            later.
          </p>
          <div className="mt-4 flex flex-wrap gap-2">
            <button
              type="button"
              className="btn btn-primary min-h-14 px-5 text-lg"
              disabled={busy}
              onClick={() => void say(picked)}
            >
              {busy ? 'One moment …' : `${guest} is ${picked.name}`}
            </button>
            <button type="button" className="btn min-h-14 px-5 text-lg" disabled={busy} onClick={() => setPicked(null)}>
              Somebody else
            </button>
          </div>
        </>
      ) : (
        <>
          <p className="text-quiet mt-2">
            Somebody new is{' '}
            <Link className="link" to="/clients/new">
              added to your clients
            </Link>{' '}
            first.
          </p>
          <WhichClient without={here} busyWith={null} onPick={setPicked} nobody="All of your clients are in this hour." />
        </>
      )}
      {problem && (
        <p role="alert" className="mt-3 font-bold">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
