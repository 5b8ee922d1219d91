import { useMutation } from '@tanstack/react-query';
import { firstName, nameToType } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, LONG_ANSWER_MS, RequestRefused } from '../../shared/api.ts';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { Dialog } from '../../shared/Dialog.tsx';
import { Field, Pick } from '../../shared/Field.tsx';
import { useRefresh, useTrainers } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';

/** What happens to the record itself: handed over, taken along, forgotten. */
export function HandOverAndForget({ client }: { client: ClientSummary }) {
  const [forgets, setForgets] = useState(false);
  return (
    <section aria-label="The record itself" className="border-base-300 border-t pt-4">
      <h2 className="text-xl">The record itself</h2>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <HandOverForm client={client} />
        <ExportLink client={client} />
        <button type="button" className="btn btn-ghost min-h-11 font-normal" onClick={() => setForgets(true)}>
          Delete {firstName(client.name)} …
        </button>
      </div>
      {forgets && <ForgetDialog client={client} onClose={() => setForgets(false)} />}
    </section>
  );
}

function ExportLink({ client }: { client: ClientSummary }) {
  return (
    <a className="btn min-h-11 font-normal" href={`/api/clients/${client.clientId}/export`} download={`${client.name}.json`}>
      <Download aria-hidden="true" size={16} />
      Everything that is held about them
    </a>
  );
}

function HandOverForm({ client }: { client: ClientSummary }) {
  const { me } = useSignedIn();
  const trainers = useTrainers();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [to, setTo] = useState('');
  const others = (trainers.data ?? []).filter(({ trainerId, leftAt }) => trainerId !== me.trainerId && !leftAt);
  const give = useMutation({
    mutationFn: () => api.put(`clients/${client.clientId}/trainer`, { trainerId: to }),
    onSuccess: async () => {
      await navigate('/clients');
      await refresh();
    },
  });
  if (others.length === 0) return null;
  const name = others.find(({ trainerId }) => trainerId === to)?.name;
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (to) give.mutate();
      }}
    >
      <Pick
        label="Hand over, with their past, to"
        wide="w-52"
        value={to}
        options={[{ value: '', text: 'choose' }, ...others.map((each) => ({ value: each.trainerId, text: each.name }))]}
        problem={give.error?.message}
        onChange={(event) => setTo(event.target.value)}
      />
      {name && (
        <button type="submit" className="btn min-h-11" disabled={give.isPending}>
          Give them to {name}
        </button>
      )}
    </form>
  );
}

function ForgetDialog({ client, onClose }: { client: ClientSummary; onClose: () => void }) {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [typed, setTyped] = useState('');
  const called = firstName(client.name);
  const forget = useMutation({
    mutationFn: async () => {
      await api.delete(`clients/${client.clientId}`, { name: typed }, LONG_ANSWER_MS);
      await (await deviceStoreFor(me.trainerId)).forget(client.clientId);
    },
    onSuccess: async () => {
      await navigate('/clients');
      await refresh();
    },
  });
  const reason =
    forget.error instanceof RequestRefused ? (forget.error.problems[0]?.message ?? forget.error.message) : forget.error?.message;
  return (
    <Dialog title={`Delete ${client.name}`} onClose={onClose}>
      <p className="mt-3 text-lg">
        Their record, health notes, measurements, bookings, and every set, fault and cue of theirs go for good. It can’t be taken
        back.
      </p>
      <p className="mt-2">First, if you or they want it:</p>
      <div className="mt-1">
        <ExportLink client={client} />
      </div>
      <p className="mt-3">
        <b>A shared hour.</b> Whoever shared one with them keeps their own part of it, and the notes that were written about the
        hour as a whole: read those if you may have named {called} in one.
      </p>
      <p className="mt-3">
        <b>Backups and other devices.</b> A backup that was made before still holds them until the backups are made anew;{' '}
        {me.role === 'owner' ? (
          <Link className="link" to="/backup">
            that is done in Settings
          </Link>
        ) : (
          'the studio’s owner does that in Settings'
        )}
        . A tablet that isn’t online now forgets its own copy when you next sign in on it or open Waxwing there; it can’t bring
        them back.
      </p>
      <form
        className="mt-4 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          forget.mutate();
        }}
      >
        <Field
          label={`To delete, type “${nameToType(client.name)}”`}
          value={typed}
          autoComplete="off"
          problem={reason}
          onChange={(event) => setTyped(event.target.value)}
        />
        <button
          type="submit"
          className="btn btn-primary min-h-12 justify-self-start px-6"
          disabled={forget.isPending || typed.trim() === ''}
        >
          Delete for good
        </button>
      </form>
    </Dialog>
  );
}
