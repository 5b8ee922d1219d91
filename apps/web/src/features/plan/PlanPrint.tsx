import type { Visit } from '@waxwing/core/api';
import { formatText, laneEntry, setsOfEntry, type Plan, type Unrolled } from '@waxwing/core/planning';
import { resolveMovement, stancesInForce } from '@waxwing/core/movement';
import { dayText, timeOfDay } from '../../shared/dates.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { layOut } from './layOut.ts';
import { PART_NAMES, entryText, shortLoad, wayText } from './planWords.ts';
import type { KnownForPlan } from './knownForPlan.ts';

interface PlanPrintProps {
  readonly title: string;
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  readonly unrolled: Unrolled;
  readonly visit: Visit | null;
}

/** The plan on one sheet of paper: order, clock, doses and loads by person, cues, what to lay out. On the screen it isn't there. */
export function PlanPrint({ title, plan, known, library, unrolled, visit }: PlanPrintProps) {
  const { context } = known;
  const things = layOut(plan, unrolled, context);
  const timeOf = (blockId: string) => {
    const span = unrolled.blocks.find((each) => each.blockId === blockId);
    if (!span) return '';
    return visit ? timeOfDay(visit.startMinute + Math.floor(span.fromSeconds / 60)) : `${Math.floor(span.fromSeconds / 60)} min`;
  };
  return (
    <article className="hidden bg-white text-[9pt] leading-[1.25] text-black print:block" data-testid="plan-sheet">
      <header className="flex items-baseline justify-between border-b-2 border-black pb-1">
        <h1 className="text-[18pt]">{title}</h1>
        <p>
          {visit && `${dayText(visit.localDate)}, ${timeOfDay(visit.startMinute)}, `}
          {Math.round(unrolled.seconds / 60)} of {plan.minutes} minutes
        </p>
      </header>
      {things.length > 0 && (
        <p className="mt-1">
          <b>Lay out:</b> {things.join(', ')}
        </p>
      )}
      {plan.note && <p className="mt-1">{plan.note}</p>}
      <table className="mt-2 w-full table-fixed border-collapse text-left align-top">
        <thead>
          <tr className="border-b border-black">
            <th className="w-[6%]" />
            <th className="w-[24%]">Movement</th>
            {plan.lanes.map(({ laneId }) => (
              <th key={laneId}>{context.lane(laneId).name}</th>
            ))}
            <th className="w-[26%]">Say, and mind</th>
          </tr>
        </thead>
        {plan.blocks.map((block) => (
          <tbody key={block.blockId}>
            <tr>
              <td className="pt-1.5 font-bold">{timeOf(block.blockId)}</td>
              <td className="pt-1.5" colSpan={plan.lanes.length + 2}>
                <b>{block.name ?? PART_NAMES[block.part]}</b>, {formatText(block).toLowerCase()}
              </td>
            </tr>
            {block.items.map((item, at) => (
              <tr key={item.itemId} className="border-b border-black/20 align-top">
                <td>{at + 1}.</td>
                <td>
                  <b>{library.nameOf(item.movementId)}</b> {wayText(item, (id) => library.nameOf(id)).join('; ')}
                </td>
                {plan.lanes.map(({ laneId }) => {
                  const entry = laneEntry(item, laneId, context);
                  const isSets = block.format.kind === 'sets' || block.format.kind === 'build-up';
                  return (
                    <td key={laneId}>
                      {!entry
                        ? '–'
                        : block.format.kind === 'intervals'
                          ? [
                              `${block.format.workSeconds} s`,
                              ...(entry.load.kind === 'bodyweight' ? [] : [shortLoad(entry.load)]),
                            ].join(', ')
                          : entryText(entry, isSets ? setsOfEntry(entry, item) : null)}
                      {entry?.isOtherMovement && <i> {entry.document.name.toLowerCase()}</i>}
                      {entry &&
                        context
                          .lane(laneId)
                          .limits(entry.document.id)
                          .map((limit) => (
                            <span key={limit} className="block">
                              {limit}
                            </span>
                          ))}
                    </td>
                  );
                })}
                <td>
                  {cuesOf(item.stress, item.movementId, library)
                    .map((text) => `“${text}”`)
                    .join(' ')}{' '}
                  {item.note}
                </td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
    </article>
  );
}

/** The cues that are to be stressed, else the first two of the movement. */
function cuesOf(stress: readonly string[] | undefined, movementId: string, library: IndexedLibrary): readonly string[] {
  const revision = library.revision(movementId);
  if (!revision) return [];
  const { cues } = resolveMovement(revision, library.lexicon, stancesInForce(library.lexicon, {}));
  const said = stress ? cues.filter(({ cueId }) => stress.includes(cueId)) : cues.slice(0, 2);
  return said.map(({ text }) => text);
}
