import { useDroppable } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { setUpText } from '@waxwing/core/client';
import { lowerFirst } from '@waxwing/core/movement';
import {
  addItem,
  canBeOrdered,
  formatText,
  joinedOf,
  laneEntry,
  moveBlock,
  moveItemBy,
  newItem,
  removeBlock,
  removeItem,
  setsOfEntry,
  type Plan,
  type PlanBlock,
  type PlanContext,
  type PlanEdit,
  type PlanItem,
  type PlanProblem,
  type RepeatChange,
} from '@waxwing/core/planning';
import clsx from 'clsx';
import { ArrowDown, ArrowUp, GripVertical, Plus, X } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { v4 as uuid } from 'uuid';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { useSeen } from '../../shared/figure/useSeen.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { BetterOrder } from './BetterOrder.tsx';
import { FormatEditor } from './FormatEditor.tsx';
import { ItemEditor } from './ItemEditor.tsx';
import { Mends } from './Mends.tsx';
import { PART_NAMES, entryText, shortLoad, wayText } from './planWords.ts';
import type { KnownForPlan } from './knownForPlan.ts';

export interface SheetProps {
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  readonly problems: readonly PlanProblem[];
  readonly changes: readonly RepeatChange[];
  /** What is open to be changed: an item, with the lane it is changed for. */
  readonly current: { readonly itemId: string; readonly laneId: string | null } | null;
  readonly onCurrent: (current: { itemId: string; laneId: string | null } | null) => void;
  readonly addsTo: string | null;
  readonly onAddTo: (blockId: string) => void;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

/** A block as a sheet: its format, a row a movement, a column a person. */
export function BlockSheet({ block, at, ...props }: SheetProps & { readonly block: PlanBlock; readonly at: number }) {
  const { plan, known, library, addsTo, onAddTo, onEdit } = props;
  const [isFormatOpen, setFormatOpen] = useState(false);
  const { setNodeRef, isOver } = useDroppable({ id: block.blockId });
  const name = block.name ?? PART_NAMES[block.part];
  return (
    <section aria-label={`${name}: ${formatText(block)}`} id={`block-${block.blockId}`} className="mb-7 scroll-mt-4">
      <header className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-2xl">{name}</h2>
        <button
          type="button"
          className="link text-quiet min-h-11 text-left"
          aria-expanded={isFormatOpen}
          onClick={() => setFormatOpen(!isFormatOpen)}
        >
          {formatText(block)}
        </button>
        {canBeOrdered(block) && <BetterOrder {...{ block, name, plan, onEdit }} context={known.context} />}
        <span className="ml-auto flex">
          <IconButton
            label={`Move ${name} earlier`}
            onClick={at > 0 ? () => onEdit(moveBlock(block.blockId, -1), `${name} earlier`) : undefined}
          >
            <ArrowUp size={18} />
          </IconButton>
          <IconButton
            label={`Move ${name} later`}
            onClick={at < plan.blocks.length - 1 ? () => onEdit(moveBlock(block.blockId, 1), `${name} later`) : undefined}
          >
            <ArrowDown size={18} />
          </IconButton>
          <IconButton label={`Take out ${name}`} onClick={() => onEdit(removeBlock(block.blockId), `took out ${name}`)}>
            <X size={18} />
          </IconButton>
        </span>
      </header>
      {isFormatOpen && <FormatEditor block={block} onEdit={onEdit} />}
      {plan.lanes.length > 1 && block.items.length > 0 && (
        <div aria-hidden="true" className="hidden gap-x-4 text-sm font-bold md:grid" style={columns(plan)}>
          <span />
          <span />
          {plan.lanes.map(({ laneId }) => (
            <span key={laneId} className="truncate">
              {known.context.lane(laneId).name}
            </span>
          ))}
          <span />
        </div>
      )}
      <SortableContext items={block.items.map(({ itemId }) => itemId)} strategy={verticalListSortingStrategy}>
        <ol ref={setNodeRef} className={clsx(isOver && 'bg-base-200 rounded-xl')}>
          {block.items.map((item) => (
            <ItemRow key={item.itemId} {...props} block={block} item={item} />
          ))}
        </ol>
      </SortableContext>
      {block.format.kind === 'build-up' && <Joined {...{ block, library, onEdit }} />}
      <button
        type="button"
        className="border-base-300 flex min-h-11 w-full cursor-pointer items-center gap-2 border-t px-1 text-left"
        onClick={() => onAddTo(block.blockId)}
      >
        <Plus aria-hidden="true" size={18} />{' '}
        <span className={clsx(addsTo === block.blockId && 'tail font-bold')}>Add a movement</span>
        {block.items.length === 0 && <span className="text-quiet font-normal">: nothing here yet</span>}
      </button>
    </section>
  );
}

/** What two of a build-up lead to, where the library has it. */
function Joined({ block, library, onEdit }: Pick<SheetProps, 'library' | 'onEdit'> & { readonly block: PlanBlock }) {
  const joined = joinedOf(
    block.items.map(({ movementId }) => movementId),
    library.revisions.map(({ document }) => document),
  );
  if (joined.length === 0) return null;
  return (
    <p className="border-base-300 border-t py-2">
      Then both joined:{' '}
      {joined.slice(0, 3).map(({ id, name }, at) => (
        <span key={id}>
          {at > 0 && ' · '}
          <button
            type="button"
            className="link cursor-pointer py-1 font-bold"
            onClick={() => onEdit(addItem(block.blockId, newItem(id, uuid)), `added ${lowerFirst(name)}`)}
          >
            {name}
          </button>
        </span>
      ))}
    </p>
  );
}

/** The picture, the name, and a column a person; on a narrow screen one under the other. */
function columns({ lanes }: Plan) {
  return { gridTemplateColumns: `4rem minmax(9rem, 1.3fr) repeat(${lanes.length}, minmax(5.5rem, 1fr)) 7rem` };
}

function ItemRow(props: SheetProps & { readonly block: PlanBlock; readonly item: PlanItem }) {
  const { plan, block, item, known, library, problems, changes, current, onCurrent, onEdit } = props;
  const { context } = known;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: item.itemId,
  });
  const document = context.documentOf(item.movementId);
  const name = document?.name ?? 'A movement that went';
  const isOpen = current?.itemId === item.itemId;
  const own = problems.filter(({ itemId }) => itemId === item.itemId);
  const nameOf = (id: string) => library.nameOf(id);
  const said = [
    ...wayText(item, nameOf),
    ...(item.stress ?? []).map((cueId) => `“${cueText(library, item.movementId, cueId)}”`),
    ...(item.levels?.easier ? [`easier: ${lowerFirst(nameOf(item.levels.easier))}`] : []),
    ...(item.levels?.harder ? [`harder: ${lowerFirst(nameOf(item.levels.harder))}`] : []),
    ...(item.levels?.cantDo ? [`for anyone who can’t: ${lowerFirst(nameOf(item.levels.cantDo))}`] : []),
    ...(item.levels?.notEnough ? [`not enough: ${lowerFirst(nameOf(item.levels.notEnough))}`] : []),
    ...(item.note ? [item.note] : []),
  ];
  const byKeys = (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onEdit(
      moveItemBy(item.itemId, event.key === 'ArrowUp' ? -1 : 1),
      `${lowerFirst(name)} ${event.key === 'ArrowUp' ? 'earlier' : 'later'}`,
    );
  };
  return (
    <li
      ref={setNodeRef}
      id={`item-${item.itemId}`}
      style={{ transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined, transition }}
      className={clsx('border-base-300 scroll-mt-4 border-t py-2', isDragging && 'bg-base-200 relative z-10 opacity-80')}
      onKeyDown={byKeys}
    >
      <div className="grid items-start gap-x-4 gap-y-1 max-md:grid-cols-1!" style={columns(plan)}>
        <Still {...{ document, library }} />
        <button
          type="button"
          className="min-h-11 cursor-pointer text-left"
          aria-expanded={isOpen && current.laneId === null}
          aria-label={`Change ${name}`}
          onClick={() => onCurrent(isOpen ? null : { itemId: item.itemId, laneId: null })}
        >
          <span className={clsx('heading text-lg leading-tight', isOpen && 'tail')}>{name}</span>
          {said.length > 0 && <span className="text-quiet mt-1 block text-sm leading-snug">{said.join(' · ')}</span>}
        </button>
        {plan.lanes.map(({ laneId }) => (
          <LaneCell
            key={laneId}
            {...{ plan, block, item, laneId, context, known, name }}
            isOpen={isOpen && current.laneId === laneId}
            problem={own.find((each) => each.laneId === laneId)}
            change={changes.find((each) => each.itemId === item.itemId && each.laneId === laneId)}
            onOpen={() => onCurrent({ itemId: item.itemId, laneId })}
          />
        ))}
        <span className="flex justify-end">
          <button
            ref={setActivatorNodeRef}
            type="button"
            {...attributes}
            {...listeners}
            className="btn btn-ghost btn-square size-11 cursor-grab touch-none"
            aria-label={`Drag ${name}; or Alt and an arrow key`}
          >
            <GripVertical size={18} />
          </button>
          <IconButton label={`Take out ${name}`} onClick={() => onEdit(removeItem(item.itemId), `took out ${lowerFirst(name)}`)}>
            <X size={18} />
          </IconButton>
        </span>
      </div>
      {own.map((problem) => (
        <p key={problem.key} className="border-accent mt-1 ml-20 border-l-4 pl-3 text-sm max-md:ml-0">
          {problem.laneId && plan.lanes.length > 1 && <b>{context.lane(problem.laneId).name}: </b>}
          {problem.text}. <Mends problem={problem} onEdit={onEdit} />
        </p>
      ))}
      {isOpen && (
        <ItemEditor
          key={`${item.itemId}/${current.laneId}`}
          {...{ plan, block, item, context, library, onEdit }}
          laneId={current.laneId}
          onLane={(laneId) => onCurrent({ itemId: item.itemId, laneId })}
        />
      )}
    </li>
  );
}

interface LaneCellProps {
  readonly plan: Plan;
  readonly block: PlanBlock;
  readonly item: PlanItem;
  readonly laneId: string;
  readonly context: PlanContext;
  readonly known: KnownForPlan;
  readonly name: string;
  readonly isOpen: boolean;
  readonly problem: PlanProblem | undefined;
  readonly change: RepeatChange | undefined;
  readonly onOpen: () => void;
}

/** What somebody does in this place, with what they did last time; a tap opens it for them. */
function LaneCell({ plan, block, item, laneId, context, known, name, isOpen, problem, change, onOpen }: LaneCellProps) {
  const entry = laneEntry(item, laneId, context);
  const person = known.person(laneId);
  const last = entry && person?.history.movements[entry.document.id];
  const who = context.lane(laneId).name;
  const asksSets = block.format.kind === 'sets' || block.format.kind === 'build-up';
  const isTimed = block.format.kind === 'intervals';
  const shown = !entry
    ? 'sits it out'
    : isTimed
      ? entry.load.kind === 'bodyweight'
        ? 'on the clock'
        : shortLoad(entry.load)
      : entryText(entry, asksSets ? setsOfEntry(entry, item) : null);
  const setUp = entry && person ? setUpText(person.history.setUps[entry.document.id]) : '';
  const why = entry && !isTimed ? entry.reasons.filter((reason) => reason !== 'as last time').join('; ') : '';
  const limits = entry ? context.lane(laneId).limits(entry.document.id) : [];
  return (
    <button
      type="button"
      aria-expanded={isOpen}
      aria-label={`${name} for ${who}: ${shown}`}
      className={clsx('min-h-11 cursor-pointer text-left leading-tight', problem && 'border-accent border-l-4 pl-2')}
      onClick={onOpen}
    >
      {plan.lanes.length > 1 && <span className="text-quiet mr-2 text-sm md:hidden">{who}</span>}
      <span className={clsx('figures', entry ? 'font-bold' : 'text-quiet', isOpen && 'tail')}>{shown}</span>
      {entry?.isOtherMovement && <span className="block text-sm">{lowerFirst(entry.document.name)}</span>}
      {change && (
        <span className="block text-sm">
          {change.text}: {lowerFirst(change.why)}
        </span>
      )}
      {!change && why && <span className="text-quiet block text-sm">{why}</span>}
      {!change && last && <span className="text-quiet block text-sm">last time {last.done}</span>}
      {entry && person && !last && <span className="text-quiet block text-sm">new to them</span>}
      {setUp && <span className="block text-sm">{setUp}</span>}
      {limits.map((limit) => (
        <span key={limit} className="block text-sm">
          {limit}
        </span>
      ))}
    </button>
  );
}

function Still({
  document,
  library,
}: {
  readonly document: ReturnType<PlanContext['documentOf']>;
  readonly library: IndexedLibrary;
}) {
  const { ref, isSeen } = useSeen<HTMLSpanElement>();
  return (
    <span ref={ref} className="bg-base-200 hidden h-16 w-16 items-end justify-center overflow-hidden rounded-lg md:flex">
      {isSeen && document?.figure && (
        <PhaseStill document={document} lexicon={library.lexicon} phase={tellingPhase(document)} className="max-h-14 max-w-14" />
      )}
    </span>
  );
}

function cueText(library: IndexedLibrary, movementId: string, cueId: string): string {
  const own = library.revision(movementId)?.document.cues.find(({ id }) => `${movementId}/${id}` === cueId);
  return own?.text ?? library.lexicon.cues.get(cueId)?.text ?? cueId;
}

interface IconButtonProps {
  readonly label: string;
  readonly onClick: (() => void) | undefined;
  readonly children: React.ReactNode;
}

function IconButton({ label, onClick, children }: IconButtonProps) {
  return (
    <button type="button" className="btn btn-ghost btn-square size-11" aria-label={label} disabled={!onClick} onClick={onClick}>
      {children}
    </button>
  );
}
