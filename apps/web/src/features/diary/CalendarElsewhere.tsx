import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../shared/api.ts';
import { momentText } from '../../shared/dates.ts';

/** The diary in another calendar: as a file, or read from an address that is told once. */
export function CalendarElsewhere() {
  const queries = useQueryClient();
  const feed = useQuery({ queryKey: ['calendar-feed'], queryFn: () => api.get<{ since: string | null }>('calendar-feed') });
  const [address, setAddress] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const attempt = async (work: () => Promise<void>) => {
    setTrouble(null);
    try {
      await work();
      await queries.invalidateQueries({ queryKey: ['calendar-feed'] });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That didn’t work.');
    }
  };
  const open = () =>
    attempt(async () => {
      const { token } = await api.post<{ token: string }>('calendar-feed', {});
      setAddress(`${window.location.origin}/api/feeds/${token}.ics`);
    });
  const withdraw = () =>
    attempt(async () => {
      await api.delete('calendar-feed');
      setAddress(null);
    });
  return (
    <section aria-label="In another calendar" className="border-base-300 mt-8 border-t pt-3">
      <h2 className="text-lg">In another calendar</h2>
      <p className="text-quiet">First names, times and rooms; nothing of anybody’s health or plans.</p>
      <p className="flex flex-wrap items-center gap-x-5">
        <a className="link min-h-11 content-center" href="/api/calendar.ics" download="waxwing-visits.ics">
          A file
        </a>
        <button type="button" className="link min-h-11" onClick={() => void open()}>
          {feed.data?.since ? 'Another address, in place of the one before' : 'An address to subscribe to'}
        </button>
        {feed.data?.since && (
          <>
            <span className="text-quiet">read at an address since {momentText(feed.data.since)}</span>
            <button type="button" className="link min-h-11" onClick={() => void withdraw()}>
              Withdraw it
            </button>
          </>
        )}
      </p>
      {address && (
        <p role="status" className="mt-1">
          Whoever knows this address reads your times. It is shown this once:{' '}
          <code className="bg-base-200 rounded px-2 py-1 break-all select-all">{address}</code>
        </p>
      )}
      {trouble && (
        <p role="alert" className="font-bold">
          {trouble}
        </p>
      )}
    </section>
  );
}
