import { firstName } from '@waxwing/core/client';
import clsx from 'clsx';
import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useClients, usePlaces } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';

/** Somebody’s first day: what comes first, second, third, until the first hour has begun. */
export function FirstSteps() {
  const { me } = useSignedIn();
  const places = usePlaces();
  const clients = useClients();
  if (!places.data || !clients.data) return null;
  const [room] = places.data;
  const [client, ...others] = clients.data;
  return (
    <section aria-label="First steps" className="max-w-3xl">
      <h2 className="text-2xl">Three steps to your first hour</h2>
      <p className="text-quiet text-lg">About three minutes. Everything can be changed later.</p>
      <ol className="mt-4">
        <Step
          number={1}
          isDone={room !== undefined}
          isNext={room === undefined}
          title={room ? `Your room: ${room.name}` : 'Say what is in your room'}
          about={room ? null : 'So that every weight Waxwing proposes can be picked up there.'}
        >
          <Link to={room ? '/rooms' : '/rooms/new'} className={room ? 'link' : 'btn btn-primary min-h-12 px-5 text-base'}>
            {room ? 'change it' : 'Describe the room'}
          </Link>
        </Step>
        <Step
          number={2}
          isDone={client !== undefined}
          isNext={room !== undefined && client === undefined}
          title={client ? `Your first client: ${client.name}` : 'Add your first client'}
          about={client ? null : 'A name and a year of birth will do.'}
        >
          {client ? (
            <Link to={`/clients/${client.clientId}`} className="link">
              their page
            </Link>
          ) : (
            <Link to="/clients/new" className={clsx('btn min-h-12 px-5 text-base', room && 'btn-primary')}>
              Add a client
            </Link>
          )}
        </Step>
        <Step
          number={3}
          isDone={false}
          isNext={room !== undefined && client !== undefined}
          title="Begin"
          about="Choose what you do with them, and go to the floor: faults, cues and what to change are there."
        >
          {client && (
            <span className="flex flex-wrap gap-2">
              {[client, ...others].slice(0, 6).map(({ clientId, name }, at) => (
                <Link
                  key={clientId}
                  to={`/start/${clientId}`}
                  className={clsx('btn min-h-12 px-5 text-base', at === 0 && room && 'btn-primary')}
                >
                  Begin with {firstName(name)}
                </Link>
              ))}
            </span>
          )}
        </Step>
      </ol>
      <p className="text-quiet">
        Hours that are booked stand in the{' '}
        <Link className="link" to="/diary">
          diary
        </Link>{' '}
        and here on their day.
        {me.role === 'owner' && (
          <>
            {' '}
            Colleagues are added under{' '}
            <Link className="link" to="/people">
              people
            </Link>
            .
          </>
        )}
      </p>
    </section>
  );
}

interface StepProps {
  readonly number: number;
  readonly isDone: boolean;
  readonly isNext: boolean;
  readonly title: string;
  readonly about: string | null;
  readonly children: ReactNode;
}

function Step({ number, isDone, isNext, title, about, children }: StepProps) {
  return (
    <li
      aria-current={isNext ? 'step' : undefined}
      className="border-base-300 grid grid-cols-[2.5rem_1fr] items-center gap-x-3 gap-y-2 border-t py-4 sm:grid-cols-[2.5rem_1fr_auto]"
    >
      <span className="heading figures text-2xl">
        {isDone ? <Check role="img" aria-label="Done" className="text-success" size={28} /> : number}
      </span>
      <div>
        <h3 className="text-xl">
          <span className={clsx(isNext && 'tail')}>{title}</span>
        </h3>
        {about && <p className="text-quiet">{about}</p>}
      </div>
      <div className="col-start-2 sm:col-start-3">{children}</div>
    </li>
  );
}
