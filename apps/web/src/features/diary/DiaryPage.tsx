import type { DiaryAnswer, Visit } from '@waxwing/core/api';
import { clashesOf, dayAfter, isDay, mondayOf, type BookingScope } from '@waxwing/core/planning';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api } from '../../shared/api.ts';
import { dayText, localDate, shortDay, timeOfDay } from '../../shared/dates.ts';
import { DoneWithUndo } from '../../shared/DoneWithUndo.tsx';
import { Page } from '../../shared/page.tsx';
import { PlanLinks } from '../../shared/PlanLinks.tsx';
import { usePlaces } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { TodayNav } from '../../shared/TodayNav.tsx';
import { CalendarElsewhere } from './CalendarElsewhere.tsx';
import { VisitForm } from './VisitForm.tsx';
import { WeekScore, type Moved } from './WeekScore.tsx';
import { clashText, takenBy, whoText } from './visitWords.ts';

/** The week to scale, and one of its days in full. */
export default function DiaryPage() {
  const today = localDate();
  const { me } = useSignedIn();
  const [address, setAddress] = useSearchParams();
  const asked = address.get('day') ?? '';
  const day = isDay(asked) ? asked : today;
  const monday = mondayOf(day);
  const sunday = dayAfter(monday, 6);
  const places = usePlaces();
  const queries = useQueryClient();
  // A visit's id, or `new`.
  const [open, setOpen] = useState<string | null>(null);
  const [done, setDone] = useState<{ readonly text: string; readonly undo: () => Promise<unknown> } | null>(null);
  const [notMoved, setNotMoved] = useState<string | null>(null);
  const week = useQuery({
    queryKey: ['diary', monday],
    queryFn: () => api.get<DiaryAnswer>(`bookings?from=${monday}&to=${sunday}`),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
  const go = (to: string) => {
    setAddress({ day: to }, { replace: true });
    setOpen(null);
  };
  const refresh = async () => {
    await Promise.all([['diary'], ['today'], ['visit']].map((queryKey) => queries.invalidateQueries({ queryKey })));
  };
  const told = async (text: string, undo: () => Promise<unknown>) => {
    setOpen(null);
    setNotMoved(null);
    setDone({ text, undo });
    await refresh();
  };
  const cancel = async (visit: Visit, scope: BookingScope) => {
    const gone = await api.delete<Visit[]>(`bookings/${visit.bookingId}?scope=${scope}`);
    const text =
      gone.length === 1 ? `Cancelled: ${whoText(visit)}, ${shortDay(visit.localDate)}.` : `Cancelled: ${gone.length} visits.`;
    await told(text, async () => {
      for (const each of gone) await api.post('bookings', againOf(each));
    });
  };
  /** This one, of a series too, as it stands here. */
  const rebook = (visit: Visit) => {
    const { bookingId, seriesId: _seriesId, ...booking } = againOf(visit);
    return api.put<Visit>(`bookings/${bookingId}`, { ...booking, scope: 'this' });
  };
  const move = async (visit: Visit, to: Moved) => {
    const moved = { ...visit, ...to };
    // It stays where it was let go while the server is told, and goes back when that can't be done.
    const show = (as: Visit) =>
      queries.setQueryData<DiaryAnswer>(
        ['diary', monday],
        (week) => week && { ...week, visits: week.visits.map((each) => (each.bookingId === as.bookingId ? as : each)) },
      );
    show(moved);
    try {
      await rebook(moved);
      await told(`Moved: ${whoText(visit)}, ${shortDay(to.localDate)}, ${timeOfDay(to.startMinute)}.`, () => rebook(visit));
    } catch (error) {
      show(visit);
      setDone(null);
      setNotMoved(`${whoText(visit)} stays where it was: ${error instanceof Error ? error.message : 'that didn’t work'}`);
      await refresh();
    }
  };
  const visits = week.data?.visits ?? [];
  const taken = week.data ? takenBy(week.data, me.trainerId) : [];
  const clashes = (visit: Visit) =>
    clashesOf(
      taken.find(({ key }) => key === visit.bookingId)!,
      taken,
    );
  const ofDay = visits.filter(({ localDate: date }) => date === day);

  return (
    <Page title="Diary" aside={<TodayNav />}>
      <nav aria-label="Weeks" className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="btn btn-ghost min-h-11"
          aria-label="The week before"
          onClick={() => go(dayAfter(day, -7))}
        >
          <ChevronLeft aria-hidden="true" />
        </button>
        <b className="text-lg">
          {shortDay(monday)} to {shortDay(sunday)}
        </b>
        <button type="button" className="btn btn-ghost min-h-11" aria-label="The week after" onClick={() => go(dayAfter(day, 7))}>
          <ChevronRight aria-hidden="true" />
        </button>
        {monday !== mondayOf(today) && (
          <button type="button" className="link min-h-11" onClick={() => go(today)}>
            This week
          </button>
        )}
        <button type="button" className="btn btn-primary ml-auto min-h-12" onClick={() => setOpen('new')}>
          Book a visit
        </button>
      </nav>
      {week.isPending && <Loading what="your week" />}
      {week.isError && <Failed what="your week" error={week.error} onRetry={() => void week.refetch()} />}
      {week.data && (
        <WeekScore
          {...{ monday, day, today, visits }}
          isClash={(visit) => clashes(visit).length > 0}
          onDay={go}
          onMove={(visit, to) => void move(visit, to)}
        />
      )}
      {notMoved && <p role="alert">{notMoved}</p>}
      <DoneWithUndo
        done={done?.text}
        onUndo={() => {
          const undo = done?.undo;
          setDone(null);
          void undo?.().then(refresh);
        }}
      />
      {open === 'new' && (
        <VisitForm
          day={day}
          visit={null}
          onClose={() => setOpen(null)}
          onDone={(visit, text) => told(text, () => api.delete(`bookings/${visit.bookingId}?scope=following`))}
        />
      )}
      {week.data && (
        <section aria-label={dayText(day)}>
          <h2 className="mt-2 text-2xl">{dayText(day)}</h2>
          {ofDay.length === 0 && <p className="text-quiet text-lg">Nobody is booked.</p>}
          <ol>
            {ofDay.map((visit) => (
              <VisitRow
                key={visit.bookingId}
                visit={visit}
                room={places.data?.find(({ placeId }) => placeId === visit.placeId)?.name ?? null}
                clashes={clashes(visit).map((clash) => clashText(clash, week.data, taken))}
                isOpen={open === visit.bookingId}
                onOpen={() => setOpen(open === visit.bookingId ? null : visit.bookingId)}
                onCancel={(scope) => void cancel(visit, scope)}
                onDone={(before, text) => told(text, () => rebook(before))}
              />
            ))}
          </ol>
        </section>
      )}
      <CalendarElsewhere />
    </Page>
  );
}

/** A visit as it was, to be booked again. */
function againOf({ bookingId, seriesId, localDate: day, startMinute, minutes, placeId, atHome, title, heads, clients }: Visit) {
  return {
    bookingId,
    ...(seriesId && { seriesId }),
    localDate: day,
    startMinute,
    minutes,
    clientIds: clients.map(({ clientId }) => clientId),
    ...(placeId && { placeId }),
    ...(atHome && { atHome }),
    ...(title && { title }),
    ...(heads && { heads }),
  };
}

interface VisitRowProps {
  readonly visit: Visit;
  readonly room: string | null;
  readonly clashes: readonly string[];
  readonly isOpen: boolean;
  readonly onOpen: () => void;
  readonly onCancel: (scope: BookingScope) => void;
  readonly onDone: (before: Visit, text: string) => Promise<void>;
}

function VisitRow({ visit, room, clashes, isOpen, onOpen, onCancel, onDone }: VisitRowProps) {
  const end = visit.startMinute + visit.minutes;
  return (
    <li className="border-base-300 border-t py-3">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <span className="heading figures text-xl">
          {timeOfDay(visit.startMinute)} to {timeOfDay(end % 1440)}
        </span>
        <span className="text-lg">
          {visit.clients.length === 0 ? (
            whoText(visit)
          ) : (
            <>
              {visit.clients.map(({ clientId, name }, at) => (
                <span key={clientId}>
                  {at > 0 && ', '}
                  <Link className="link" to={`/clients/${clientId}`}>
                    {name}
                  </Link>
                </span>
              ))}
            </>
          )}
        </span>
        <span className="text-quiet">
          {[visit.atHome ? 'at home' : room, visit.seriesId && 'repeats'].filter(Boolean).join(', ')}
        </span>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
          <PlanLinks visit={visit} />
          <button type="button" className="link min-h-11" aria-expanded={isOpen} onClick={onOpen}>
            Move or change
          </button>
          <button type="button" className="link min-h-11" onClick={() => onCancel('this')}>
            Cancel{visit.seriesId ? ' this one' : ''}
          </button>
          {visit.seriesId && (
            <button type="button" className="link min-h-11" onClick={() => onCancel('following')}>
              Cancel it and all after
            </button>
          )}
        </span>
      </div>
      {clashes.map((text) => (
        <p key={text}>
          <span className="border-accent border-b-4">At the same time:</span> {text}
        </p>
      ))}
      {isOpen && <VisitForm day={visit.localDate} visit={visit} onClose={onOpen} onDone={(_, text) => onDone(visit, text)} />}
    </li>
  );
}
