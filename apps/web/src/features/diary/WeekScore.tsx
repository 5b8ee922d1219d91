import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import type { Visit } from '@waxwing/core/api';
import { dayAfter } from '@waxwing/core/planning';
import clsx from 'clsx';
import { useState } from 'react';
import { shortDay, timeOfDay } from '../../shared/dates.ts';
import { draggedStart } from './moveVisit.ts';
import { whoText } from './visitWords.ts';

/** What was moved is said when it has been; ids on the way there tell nobody anything. */
const silent = () => undefined;
const SILENT: Announcements = { onDragStart: silent, onDragOver: silent, onDragEnd: silent, onDragCancel: silent };

/** When a visit would be. */
export interface Moved {
  readonly localDate: string;
  readonly startMinute: number;
}

interface WeekScoreProps {
  readonly monday: string;
  readonly day: string;
  readonly today: string;
  readonly visits: readonly Visit[];
  readonly isClash: (visit: Visit) => boolean;
  readonly onDay: (day: string) => void;
  readonly onMove: (visit: Visit, to: Moved) => void;
}

/** A stave a day, time to scale from left to right; a day is opened by a tap, a visit moved by dragging it. */
export function WeekScore({ monday, day, today, visits, isClash, onDay, onMove }: WeekScoreProps) {
  const [moving, setMoving] = useState<string | null>(null);
  // A tap on a visit opens its day: dragging begins a little further on.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const from = Math.min(8 * 60, ...visits.map(({ startMinute }) => Math.floor(startMinute / 60) * 60));
  const to = Math.max(18 * 60, ...visits.map(({ startMinute, minutes }) => Math.ceil((startMinute + minutes) / 60) * 60));
  const place = (minute: number) => `${(100 * (minute - from)) / (to - from)}%`;
  const hours = Array.from({ length: Math.floor((to - from) / 120) + 1 }, (_, at) => from + at * 120);

  const movedTo = ({ active, over, delta }: Pick<DragEndEvent, 'active' | 'over' | 'delta'>) => {
    const visit = visits.find(({ bookingId }) => bookingId === active.id);
    if (!visit || !over) return null;
    const startMinute = draggedStart(visit, delta.x / over.rect.width, to - from);
    return { visit, to: { localDate: String(over.id), startMinute } };
  };
  const say = (event: Pick<DragEndEvent, 'active' | 'over' | 'delta'>) => {
    const moved = movedTo(event);
    setMoving(moved && `${whoText(moved.visit)}: ${shortDay(moved.to.localDate)}, ${timeOfDay(moved.to.startMinute)}`);
  };
  const drop = (event: DragEndEvent) => {
    setMoving(null);
    const moved = movedTo(event);
    if (!moved) return;
    const { visit, to: when } = moved;
    if (visit.localDate !== when.localDate || visit.startMinute !== when.startMinute) onMove(visit, when);
  };
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
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          accessibility={{ announcements: SILENT }}
          autoScroll={false}
          onDragMove={say}
          onDragOver={say}
          onDragCancel={() => setMoving(null)}
          onDragEnd={drop}
        >
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
                    <DayStave date={date}>
                      {ofDay.map((visit) => (
                        <VisitBar
                          key={visit.bookingId}
                          visit={visit}
                          isClash={isClash(visit)}
                          left={place(visit.startMinute)}
                          width={`calc(${(100 * visit.minutes) / (to - from)}% - 2px)`}
                        />
                      ))}
                    </DayStave>
                  </button>
                </li>
              );
            })}
          </ol>
        </DndContext>
        <p className={clsx('mt-1 ml-28 min-h-6', moving ? 'figures font-bold' : 'text-quiet text-sm')}>
          {moving ?? 'Filled: planned. Dashed: to be planned. Drag one to another time or day.'}
        </p>
      </div>
    </div>
  );
}

function DayStave({ date, children }: { readonly date: string; readonly children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: date });
  return (
    <span ref={setNodeRef} className={clsx('border-base-300 relative block h-11 flex-1 border-b', isOver && 'bg-base-200')}>
      {children}
    </span>
  );
}

interface VisitBarProps {
  readonly visit: Visit;
  readonly isClash: boolean;
  readonly left: string;
  readonly width: string;
}

/** Moved by keyboard in its form, where time and day are typed: the bar itself is no button. */
function VisitBar({ visit, isClash, left, width }: VisitBarProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: visit.bookingId });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      data-visit={visit.bookingId}
      className={clsx(
        'absolute inset-y-1.5 cursor-grab touch-none overflow-hidden rounded-md px-1.5 text-sm leading-8 whitespace-nowrap',
        visit.plan && visit.plan.movements > 0
          ? 'bg-neutral text-neutral-content'
          : 'border-base-content bg-base-100 border-2 border-dashed leading-7',
        isClash && 'ring-accent ring-4',
        isDragging && 'z-10',
      )}
      style={{ left, width, ...(transform && { transform: `translate(${transform.x}px, ${transform.y}px)` }) }}
    >
      {whoText(visit)}
    </span>
  );
}
