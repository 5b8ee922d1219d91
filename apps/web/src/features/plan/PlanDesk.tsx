import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCorners,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import type { Visit } from '@waxwing/core/api';
import { listed, lowerFirst, type MovementDocument } from '@waxwing/core/movement';
import {
  PLAN_BLOCKS_MOST,
  PLAN_ITEMS_MOST,
  addBlock,
  addItem,
  coverageOf,
  hourTimes,
  moveItem,
  newBlock,
  newItem,
  planProblems,
  sharedUse,
  stretchBlock,
  unroll,
  withFormat,
  withPlanFields,
  type PlanEdit,
  type RepeatChange,
} from '@waxwing/core/planning';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v4 as uuid } from 'uuid';
import { dayText, timeOfDay } from '../../shared/dates.ts';
import { Field } from '../../shared/Field.tsx';
import { useTitle } from '../../shared/page.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { AddMovement } from './AddMovement.tsx';
import { BeginPlan } from './BeginPlan.tsx';
import { BlockSheet } from './BlockSheet.tsx';
import { KeepAsTemplate } from './KeepAsTemplate.tsx';
import { layOut } from './layOut.ts';
import { HourHolds } from './HourHolds.tsx';
import { InTheWay } from './InTheWay.tsx';
import { KeptState } from './KeptState.tsx';
import { PlanPrint } from './PlanPrint.tsx';
import type { PlanKeeper, PlanSnapshot } from './planKeeper.ts';
import { PART_NAMES, minutesText } from './planWords.ts';
import { Prepare } from './Prepare.tsx';
import { Readiness } from './Readiness.tsx';
import { Score } from './Score.tsx';
import { StartPlan } from './StartPlan.tsx';
import { UndoRedo } from './UndoRedo.tsx';
import { ToMind } from './ToMind.tsx';
import type { KnownForPlan } from './knownForPlan.ts';
import { VisitChanged } from './VisitChanged.tsx';
import { WhereAndWho } from './WhereAndWho.tsx';

interface PlanDeskProps {
  readonly keeper: PlanKeeper;
  readonly snapshot: PlanSnapshot;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  readonly visit: Visit | null;
  readonly isTemplate: boolean;
}

/** The plan as it is made: the hour as a score, its arithmetic, and under it a sheet for each block. */
export function PlanDesk({ keeper, snapshot, known, library, visit, isTemplate }: PlanDeskProps) {
  const plan = snapshot.history.now;
  const { context } = known;
  const [opened, setOpened] = useState<{ itemId: string; laneId: string | null } | null>(null);
  // Whoever it was opened for may have left the plan since, by a tap or by Undo.
  const isStillThere = opened?.laneId === null || plan.lanes.some(({ laneId }) => laneId === opened?.laneId);
  const current = isStillThere ? opened : null;
  const [addsTo, setAddsTo] = useState<string | null>(null);
  const [query, setQuery] = useState('');
  const [changes, setChanges] = useState<readonly RepeatChange[]>([]);
  const search = useRef<HTMLDivElement>(null);
  const unrolled = useMemo(() => unroll(plan, context), [plan, context]);
  const times = useMemo(() => hourTimes(plan, unrolled), [plan, unrolled]);
  const coverage = useMemo(() => coverageOf(plan, unrolled), [plan, unrolled]);
  const uses = useMemo(() => sharedUse(unrolled), [unrolled]);
  const among = useMemo(() => library.revisions.map(({ document }) => document), [library]);
  const problems = useMemo(
    () => planProblems({ plan, unrolled, context, ladder: library.ladder, among }),
    [plan, unrolled, context, library, among],
  );
  const onEdit = (edit: PlanEdit, did: string) => keeper.change(edit, did);
  const items = plan.blocks.reduce((sum, block) => sum + block.items.length, 0);
  const target =
    plan.blocks.find(({ blockId }) => blockId === addsTo) ?? plan.blocks.find(({ part }) => part === 'main') ?? plan.blocks[0];
  const names = plan.lanes.map(({ laneId }) => context.lane(laneId).name);
  const title = plan.name || listed(names) || 'A plan';
  useTitle(title);

  const goTo = (id: string) =>
    requestAnimationFrame(() => document.getElementById(id)?.scrollIntoView({ block: 'nearest', behavior: 'smooth' }));
  const openItem = (itemId: string) => {
    setOpened({ itemId, laneId: null });
    goTo(`item-${itemId}`);
  };
  const find = (words: string) => {
    setQuery(words);
    search.current?.querySelector('input')?.focus();
  };
  const add = (movement: MovementDocument) => {
    const item = newItem(movement.id, uuid);
    if (target) onEdit(addItem(target.blockId, item), `added ${lowerFirst(movement.name)}`);
    else
      onEdit(addBlock({ ...newBlock('main', { kind: 'sets' }, [], uuid), items: [item] }), `added ${lowerFirst(movement.name)}`);
  };

  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const itemId = String(active.id);
    const block = plan.blocks.find((each) => each.blockId === over.id || each.items.some((item) => item.itemId === over.id));
    if (!block) return;
    const at = block.items.findIndex((item) => item.itemId === over.id);
    onEdit(moveItem(itemId, block.blockId, at < 0 ? block.items.length : at), 'moved a movement');
  };

  const { work, rest, change, brief, wait } = times.all;
  const spare = times.spareSeconds;
  const sumText = [
    ['work', work],
    ['rest', rest],
    ['changing over', change],
    ['showing', brief],
    ['waiting', wait],
  ] as const;
  const toLayOut = layOut(plan, unrolled, context);
  const sheet = {
    plan,
    known,
    library,
    problems,
    changes,
    current,
    addsTo: target?.blockId ?? null,
    onCurrent: setOpened,
    onAddTo: (blockId: string) => {
      setAddsTo(blockId);
      search.current?.querySelector('input')?.focus();
    },
    onEdit,
  };

  return (
    <>
      <PlanPrint {...{ plan, known, library, unrolled, visit }} title={title} />
      <main className="mx-auto w-full max-w-[88rem] px-5 py-5 md:px-8 print:hidden">
        <header className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1 className="text-3xl md:text-4xl">{title}</h1>
          <span className="text-quiet text-lg">
            {visit ? `${dayText(visit.localDate)}, ${timeOfDay(visit.startMinute)} · ` : isTemplate ? 'a template · ' : ''}
            {plan.minutes} minutes
          </span>
          <span className="ml-auto flex flex-wrap items-center gap-3">
            <UndoRedo snapshot={snapshot} keeper={keeper} />
            <button type="button" className="btn min-h-12" onClick={() => window.print()}>
              Print
            </button>
            <StartPlan {...{ plan, known, visit, items }} onBeforeStart={() => keeper.flush()} />
          </span>
        </header>
        <WhereAndWho {...{ plan, known, library, isTemplate, onEdit }}>
          <KeptState snapshot={snapshot} keeper={keeper} />
        </WhereAndWho>
        {visit && <VisitChanged {...{ plan, visit, known, onEdit }} />}
        <Readiness {...{ plan, known }} />
        <ToMind {...{ plan, known, library }} />
        {items === 0 ? (
          <BeginPlan
            {...{ plan, known, library }}
            onTake={(next, did, told) => {
              onEdit(() => next, did);
              setChanges(told);
            }}
          />
        ) : (
          <>
            <p className="mt-2 text-lg">
              <b>{minutesText(unrolled.seconds)}</b> of {plan.minutes},{' '}
              {spare >= 0 ? `${minutesText(spare)} to spare` : `${minutesText(-spare)} too many`}:{' '}
              <span className="text-quiet">
                {sumText
                  .filter(([, seconds]) => seconds >= 30)
                  .map(([name, seconds]) => `${name} ${Math.round(seconds / 60)}`)
                  .join(', ')}
              </span>
            </p>
            <InTheWay
              {...{ plan, context, library, problems, onEdit }}
              startMinute={visit?.startMinute ?? null}
              onItem={openItem}
            />
            <Score
              {...{ plan, context, unrolled, times, uses }}
              startMinute={visit?.startMinute ?? null}
              currentItemId={current?.itemId ?? null}
              onItem={openItem}
              onBlock={(blockId) => goTo(`block-${blockId}`)}
              onStretch={(blockId, seconds) =>
                onEdit((now) => stretchBlock(now, blockId, seconds, context), 'a longer or shorter block')
              }
            />
            {toLayOut.length > 0 && (
              <p className="mt-1">
                <b>Lay out:</b> {toLayOut.join(', ')}
              </p>
            )}
          </>
        )}
        <div className="mt-4 grid items-start gap-8 lg:grid-cols-[1fr_20rem]">
          <div>
            <DndContext sensors={sensors} collisionDetection={closestCorners} onDragEnd={drop}>
              {plan.blocks.map((block, at) => (
                <BlockSheet key={block.blockId} {...sheet} block={block} at={at} />
              ))}
            </DndContext>
            {plan.blocks.length < PLAN_BLOCKS_MOST && (
              <div className="flex flex-wrap gap-2">
                {(
                  [
                    ['main', 'A pair', { kind: 'rounds', rounds: 3, restSeconds: 60 }],
                    ['main', 'Intervals', { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' }],
                    ['main', 'Straight sets', { kind: 'sets' }],
                    ['finisher', 'A finisher', { kind: 'amrap', seconds: 300 }],
                  ] as const
                ).map(([part, name, format]) => (
                  <button
                    key={name}
                    type="button"
                    className="btn min-h-11"
                    onClick={() => {
                      const empty = plan.blocks.find((each) => each.part === part && each.items.length === 0);
                      const block = empty ?? newBlock(part, format, [], uuid);
                      const last = plan.blocks.findIndex((each) => each.part === 'cool-down');
                      const edit = empty ? withFormat(empty.blockId, format) : addBlock(block, last < 0 ? undefined : last);
                      onEdit(edit, `added ${name.toLowerCase()}`);
                      setAddsTo(block.blockId);
                    }}
                  >
                    + {name}
                  </button>
                ))}
              </div>
            )}
            <Field
              label="Notes for the hour"
              wide="mt-5 w-full max-w-xl block"
              maxLength={1000}
              value={plan.note ?? ''}
              onChange={({ target: { value } }) => onEdit(withPlanFields({ note: value || undefined }), 'notes')}
            />
          </div>
          <aside className="grid gap-5 lg:sticky lg:top-0 lg:max-h-dvh lg:overflow-y-auto lg:py-1 lg:pr-1">
            {items < PLAN_ITEMS_MOST && (
              <AddMovement
                {...{ library, context, query }}
                fieldRef={search}
                laneIds={plan.lanes.map(({ laneId }) => laneId)}
                timesIn={(movementId) =>
                  plan.blocks.flatMap((block) => block.items).filter((item) => item.movementId === movementId).length
                }
                to={target ? (target.name ?? `the ${lowerFirst(PART_NAMES[target.part])}`) : 'the plan'}
                onQuery={setQuery}
                onAdd={add}
              />
            )}
            {items > 0 && <HourHolds {...{ plan, context, unrolled, coverage, known, library }} onFind={find} />}
            {items > 0 && <Prepare {...{ plan, known, library, onEdit }} />}
          </aside>
        </div>
        {!isTemplate && items > 0 && <KeepAsTemplate plan={plan} title={title} />}
        {visit === null && !isTemplate && (
          <p className="text-quiet mt-8">
            This plan has no time in the diary yet.{' '}
            <Link className="link" to="/diary">
              To the diary
            </Link>
          </p>
        )}
      </main>
    </>
  );
}
