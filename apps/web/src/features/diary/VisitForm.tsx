import type { DiaryAnswer, Visit } from '@waxwing/core/api';
import { clashesOf, isDay, type BookingScope } from '@waxwing/core/planning';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { Choice } from '../../shared/Choice.tsx';
import { localDate } from '../../shared/dates.ts';
import { Field, Pick, Tick } from '../../shared/Field.tsx';
import { useUnfinished } from '../../shared/device/useUnfinished.ts';
import { GoesOn } from '../../shared/GoesOn.tsx';
import { useClients, usePlaces } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import {
  changedBookingOf,
  draftOfVisit,
  emptyVisit,
  fieldProblems,
  minuteOf,
  newBookingOf,
  problemsOf,
  type VisitDraft,
  type VisitProblems,
} from './visitForm.ts';
import { clashText, takenBy, whoText } from './visitWords.ts';

interface VisitFormProps {
  readonly day: string;
  /** `null` for a new one. */
  readonly visit: Visit | null;
  readonly onClose: () => void;
  readonly onDone: (visit: Visit, text: string) => Promise<void>;
}

const MINE = 'this one';

/** Books a visit, or moves and changes one: who, when, where, and how often. */
export function VisitForm({ day, visit, onClose, onDone }: VisitFormProps) {
  const { me } = useSignedIn();
  const clients = useClients();
  const places = usePlaces();
  const unfinished = useUnfinished<VisitDraft>(`visit.${visit?.bookingId ?? 'new'}`);
  const { found } = unfinished;
  const begun = () => (visit ? draftOfVisit(visit) : emptyVisit(day));
  const [draft, setDraft] = useState<VisitDraft>(() => found?.value ?? begun());
  const [bookingId] = useState(() => uuid());
  const [isTold, setTold] = useState(false);
  const [said, setSaid] = useState<{ readonly fields: VisitProblems; readonly text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const own = problemsOf(draft);
  const problems: VisitProblems = { ...said?.fields, ...(isTold ? own : {}) };
  const change = (part: Partial<VisitDraft>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    unfinished.keep(next);
    setSaid(null);
  };
  const name = (id: string) => clients.data?.find(({ clientId }) => clientId === id)?.name ?? 'somebody who left';

  const send = async (scope: BookingScope) => {
    setTold(true);
    if (Object.keys(own).length > 0) {
      requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-visit-form] [aria-invalid=true]')?.focus());
      return;
    }
    setBusy(true);
    try {
      const kept = visit
        ? await api.put<Visit>(`bookings/${visit.bookingId}`, changedBookingOf(draft, scope))
        : await api.post<Visit>('bookings', newBookingOf(draft, bookingId));
      unfinished.forget();
      await onDone(kept, `${visit ? 'Changed' : 'Booked'}: ${whoText(kept)}.`);
    } catch (error) {
      const found = error instanceof RequestRefused ? fieldProblems(error.problems) : {};
      setSaid({ fields: found, text: error instanceof Error ? error.message : 'That didn’t work.' });
      setBusy(false);
    }
  };

  const form = useRef<HTMLFormElement>(null);
  // Under a full week it opens below the screen.
  useEffect(() => {
    // Newer browsers answer with a promise: nothing to be handed on as what tidies up.
    void form.current?.scrollIntoView({ block: 'nearest' });
  }, []);

  return (
    <form
      ref={form}
      data-visit-form
      aria-label={visit ? `Change ${whoText(visit)}` : 'Book a visit'}
      className="border-accent my-3 grid scroll-mb-16 gap-3 border-l-4 pl-4"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void send('this');
      }}
    >
      {found && (
        <GoesOn
          at={found.at}
          onAnew={() => {
            unfinished.forget();
            setDraft(begun());
            setSaid(null);
            setTold(false);
          }}
        />
      )}
      <div className="flex flex-wrap items-center gap-2">
        {!draft.isClass && (
          <>
            {draft.clientIds.map((id) => (
              <button
                key={id}
                type="button"
                className="btn min-h-11"
                aria-label={`Without ${name(id)}`}
                onClick={() => change({ clientIds: draft.clientIds.filter((each) => each !== id) })}
              >
                {name(id)} ×
              </button>
            ))}
            {draft.clientIds.length < 6 && (
              <Choice
                label="Who comes"
                none={draft.clientIds.length === 0 ? 'Who comes' : 'and …'}
                value={null}
                options={(clients.data ?? [])
                  .filter(({ clientId }) => !draft.clientIds.includes(clientId))
                  .map(({ clientId, name: text }) => ({ value: clientId, text }))}
                onChoose={(id) => id && change({ clientIds: [...draft.clientIds, id] })}
              />
            )}
          </>
        )}
        <Tick checked={draft.isClass} onChange={({ target }) => change({ isClass: target.checked })}>
          A class, by number
        </Tick>
        {problems.who && (
          <p role="alert" className="font-bold">
            {problems.who}
          </p>
        )}
      </div>
      {draft.isClass && (
        <div className="flex flex-wrap gap-3">
          <Field
            label="What it is called"
            wide="w-64"
            maxLength={60}
            value={draft.title}
            problem={problems.title}
            onChange={({ target }) => change({ title: target.value })}
          />
          <Field
            label="How many come"
            wide="w-32"
            inputMode="numeric"
            value={draft.heads}
            problem={problems.heads}
            onChange={({ target }) => change({ heads: target.value })}
          />
        </div>
      )}
      <div className="flex flex-wrap items-start gap-3">
        <Field
          label="Day"
          type="date"
          wide="w-44"
          value={draft.localDate}
          problem={problems.localDate}
          onChange={({ target }) => change({ localDate: target.value })}
        />
        <Field
          label="From"
          wide="w-28"
          className="figures"
          value={draft.time}
          problem={problems.time}
          onChange={({ target }) => change({ time: target.value })}
        />
        <Field
          label="Minutes"
          wide="w-28"
          inputMode="numeric"
          className="figures"
          value={draft.minutes}
          problem={problems.minutes}
          onChange={({ target }) => change({ minutes: target.value })}
        />
        <Pick
          label="Where"
          wide="w-56"
          options={[
            { value: '', text: 'anywhere' },
            ...(places.data ?? []).map(({ placeId, name: text }) => ({ value: placeId, text })),
            ...(draft.isClass || draft.clientIds.length === 0
              ? []
              : [{ value: 'home', text: `at ${name(draft.clientIds[0]!)}’s` }]),
          ]}
          value={draft.where}
          problem={problems.where}
          onChange={({ target }) => change({ where: target.value })}
        />
      </div>
      {!visit && (
        <div className="flex flex-wrap items-start gap-3">
          <Tick checked={draft.repeats} onChange={({ target }) => change({ repeats: target.checked })}>
            Repeats
          </Tick>
          {draft.repeats && (
            <>
              <Field
                label="Every so many weeks"
                wide="w-40"
                inputMode="numeric"
                value={draft.everyWeeks}
                problem={problems.everyWeeks}
                onChange={({ target }) => change({ everyWeeks: target.value })}
              />
              <Field
                label="Until"
                type="date"
                wide="w-44"
                value={draft.until}
                problem={problems.until}
                onChange={({ target }) => change({ until: target.value })}
              />
              <Field
                label="But not on"
                wide="w-64"
                placeholder={`${localDate().slice(0, 4)}-12-24, …`}
                value={draft.except}
                problem={problems.except}
                onChange={({ target }) => change({ except: target.value })}
              />
            </>
          )}
        </div>
      )}
      <Clashes draft={draft} trainerId={me.trainerId} bookingId={visit?.bookingId ?? MINE} />
      {said && (
        <p role="alert" className="font-bold">
          {said.text} What you typed is still here.
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        <button type="submit" className="btn btn-primary min-h-12" disabled={busy}>
          {visit ? (visit.seriesId ? 'Change this one' : 'Change it') : 'Book'}
        </button>
        {visit?.seriesId && (
          <button type="button" className="btn min-h-12" disabled={busy} onClick={() => void send('following')}>
            Change it and all after
          </button>
        )}
        <button
          type="button"
          className="btn btn-ghost min-h-12"
          onClick={() => {
            unfinished.forget();
            onClose();
          }}
        >
          Leave it
        </button>
      </div>
    </form>
  );
}

/** What else is at that time: said, not forbidden. */
function Clashes({
  draft,
  trainerId,
  bookingId,
}: {
  readonly draft: VisitDraft;
  readonly trainerId: string;
  readonly bookingId: string;
}) {
  const date = draft.localDate;
  const day = useQuery({
    queryKey: ['diary', 'day', date],
    queryFn: () => api.get<DiaryAnswer>(`bookings?from=${date}&to=${date}`),
    enabled: isDay(date),
  });
  const startMinute = minuteOf(draft.time);
  const minutes = Number(draft.minutes);
  if (!day.data || startMinute === null || !(minutes > 0)) return null;
  const taken = takenBy(day.data, trainerId).filter(({ key }) => key !== bookingId);
  const placeId = draft.where && draft.where !== 'home' ? draft.where : null;
  const clientIds = draft.isClass ? [] : draft.clientIds;
  const clashes = clashesOf({ key: bookingId, localDate: date, startMinute, minutes, trainerId, placeId, clientIds }, taken);
  return clashes.map((clash) => {
    const text = clashText(clash, day.data, taken);
    return (
      <p key={text} role="status">
        <span className="border-accent border-b-4">At the same time:</span> {text}
      </p>
    );
  });
}
