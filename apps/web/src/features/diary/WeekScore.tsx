import type { Visit } from '@waxwing/core/api';
import { dayAfter } from '@waxwing/core/planning';
import clsx from 'clsx';
import { shortDay, timeOfDay } from '../../shared/dates.ts';
import { whoText } from './visitWords.ts';

interface WeekScoreProps {
  readonly monday: string;
  readonly day: string;
  readonly today: string;
  readonly visits: readonly Visit[];
  readonly isClash: (visit: Visit) => boolean;
  readonly onDay: (day: string) => void;
}

/** A stave a day, time to scale from left to right; a day is opened by a tap. */
export function WeekScore({ monday, day, today, visits, isClash, onDay }: WeekScoreProps) {
  const from = Math.min(8 * 60, ...visits.map(({ startMinute }) => Math.floor(startMinute / 60) * 60));
  const to = Math.max(18 * 60, ...visits.map(({ startMinute, minutes }) => Math.ceil((startMinute + minutes) / 60) * 60));
  const place = (minute: number) => `${(100 * (minute - from)) / (to - from)}%`;
  const hours = Array.from({ length: Math.floor((to - from) / 120) + 1 }, (_, at) => from + at * 120);
  return (
    <div className="my-3 overflow-x-auto" role="group" aria-label="The week">
      <div className="min-w-[40rem]">
        <div aria-hidden="true" className="text-quiet figures relative ml-28 h-6 text-sm">
          {hours.map((minute) => (
            <span
              key={minute}
              className={clsx('absolute', minute >= to ? '-translate-x-full' : '-translate-x-1/2')}
              style={{ left: place(minute) }}
            >
              {timeOfDay(minute)}
            </span>
          ))}
        </div>
        <ol>
          {Array.from({ length: 7 }, (_, at) => dayAfter(monday, at)).map((date) => {
            const ofDay = visits.filter(({ localDate }) => localDate === date);
            return (
              <li key={date}>
                <button
                  type="button"
                  className="flex min-h-12 w-full cursor-pointer items-center text-left"
                  aria-pressed={date === day}
                  aria-label={`${shortDay(date)}: ${ofDay.length === 0 ? 'nobody' : ofDay.map((visit) => `${timeOfDay(visit.startMinute)} ${whoText(visit)}`).join('; ')}`}
                  onClick={() => onDay(date)}
                >
                  <span className="w-28 shrink-0">
                    <span className={clsx(date === day && 'tail font-bold', date === today && 'font-bold')}>
                      {date === today ? 'Today' : shortDay(date)}
                    </span>
                  </span>
                  <span className="border-base-300 relative block h-11 flex-1 border-b">
                    {ofDay.map((visit) => (
                      <span
                        key={visit.bookingId}
                        className={clsx(
                          'absolute inset-y-1.5 overflow-hidden rounded-md px-1.5 text-sm leading-8 whitespace-nowrap',
                          visit.plan && visit.plan.movements > 0
                            ? 'bg-neutral text-neutral-content'
                            : 'border-base-content border-2 border-dashed leading-7',
                          isClash(visit) && 'ring-accent ring-4',
                        )}
                        style={{ left: place(visit.startMinute), width: `calc(${(100 * visit.minutes) / (to - from)}% - 2px)` }}
                      >
                        {whoText(visit)}
                      </span>
                    ))}
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
        <p className="text-quiet mt-1 ml-28 text-sm">Filled: planned. Dashed: to be planned.</p>
      </div>
    </div>
  );
}
