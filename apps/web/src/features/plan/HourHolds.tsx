import { lowerFirst, withoutBrackets } from '@waxwing/core/movement';
import {
  floorUse,
  missedPatterns,
  musclesOfSets,
  type Coverage,
  type Plan,
  type PlanContext,
  type Unrolled,
} from '@waxwing/core/planning';
import { useState } from 'react';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { PATTERN_NAMES, setsText } from './planWords.ts';
import type { KnownForPlan } from './knownForPlan.ts';

interface HourHoldsProps {
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly unrolled: Unrolled;
  readonly coverage: ReadonlyMap<string, Coverage>;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  /** Looks for something of a pattern that is missed. */
  readonly onFind: (words: string) => void;
}

const MUSCLES_SHOWN = 8;
/** Left and right within this share of each other are even. */
const EVEN = 0.05;

/** What the hour comes to for somebody: patterns, balance, muscles with the last ten days behind them, landings, the floor. */
export function HourHolds({ plan, context, unrolled, coverage, known, library, onFind }: HourHoldsProps) {
  const [chosen, choose] = useState<string | null>(null);
  const laneId = plan.lanes.some((lane) => lane.laneId === chosen) ? chosen! : plan.lanes[0]?.laneId;
  const of = laneId === undefined ? undefined : coverage.get(laneId);
  if (!of || laneId === undefined) return null;
  const missed = missedPatterns(of);
  const met = [...of.patterns].filter(([, sets]) => sets > 0);
  const before = musclesOfSets(known.person(laneId)?.lately.sets ?? {}, context.documentOf);
  const muscles = [...new Set([...of.muscles.keys(), ...before.keys()])]
    .map((id) => ({ id, sets: of.muscles.get(id) ?? 0, lately: before.get(id) ?? 0 }))
    .sort((a, b) => b.sets - a.sets || b.lately - a.lately)
    .slice(0, MUSCLES_SHOWN);
  const most = Math.max(1, ...muscles.flatMap(({ sets, lately }) => [sets, lately]));
  const floor = floorText(unrolled, context);
  const planes = [...of.planes].map(
    ([plane, sets]) => `${{ sagittal: 'forward', frontal: 'sideways', transverse: 'turning' }[plane]} ${sets}`,
  );
  return (
    <section aria-label="What the hour holds" className="bg-base-200 rounded-2xl p-4">
      <header className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-xl">What the hour holds</h2>
        {plan.lanes.length > 1 && (
          <label>
            <span className="sr-only">For</span>
            <select className="select select-ghost h-9 w-auto" value={laneId} onChange={({ target }) => choose(target.value)}>
              {plan.lanes.map((lane) => (
                <option key={lane.laneId} value={lane.laneId}>
                  {context.lane(lane.laneId).name}
                </option>
              ))}
            </select>
          </label>
        )}
      </header>
      {met.length > 0 && (
        <p className="mt-1">
          {met.map(([pattern, sets], at) => (
            <span key={pattern}>
              {at > 0 && ' · '}
              <b>{PATTERN_NAMES[pattern]}</b> {sets}
            </span>
          ))}{' '}
          <span className="text-quiet text-sm">sets</span>
        </p>
      )}
      {missed.length > 0 && (
        <p className="mt-1">
          <span className="border-accent border-b-4">no</span>{' '}
          {missed.map((pattern, at) => (
            <span key={pattern}>
              {at > 0 && ', '}
              <button type="button" className="link cursor-pointer py-1" onClick={() => onFind(pattern)}>
                {PATTERN_NAMES[pattern]}
              </button>
            </span>
          ))}
        </p>
      )}
      {muscles.length > 0 && (
        <table className="figures mt-3 w-full text-sm">
          <caption className="text-quiet text-left">sets, with the last ten days as a mark</caption>
          <thead className="sr-only">
            <tr>
              <th>muscle</th>
              <th>chart</th>
              <th>sets today</th>
              <th>last ten days</th>
            </tr>
          </thead>
          <tbody>
            {muscles.map(({ id, sets, lately }) => (
              <tr key={id}>
                <th scope="row" className="w-28 py-0.5 text-left leading-tight font-normal">
                  {shortMuscle(library, id)}
                </th>
                <td aria-hidden="true">
                  <span className="relative block h-2.5 w-full">
                    <span
                      className="bg-base-content absolute inset-y-0 left-0 rounded-sm"
                      style={{ width: `${(100 * sets) / most}%` }}
                    />
                    {lately > 0 && (
                      <span
                        className="bg-secondary absolute -inset-y-1 w-1"
                        style={{ left: `calc(${(100 * lately) / most}% - 4px)` }}
                      />
                    )}
                  </span>
                </td>
                <td className="w-9 text-right font-bold">{setsText(sets)}</td>
                <td className="text-quiet w-9 text-right">{setsText(lately)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-3 text-sm leading-relaxed">
        push to pull {of.push} : {of.pull} · knee to hip {of.knee} : {of.hip}
        <br />
        {sidesText(of)} ·{' '}
        {of.landings === 0 ? 'no landings' : `${of.landings} landings${of.hardLandings > 0 ? `, ${of.hardLandings} hard` : ''}`}
        <br />
        {of.floorChanges === 0 ? 'never down to the floor' : `down to the floor or up: ${of.floorChanges} times`}
        {planes.length > 0 && (
          <>
            <br />
            {planes.join(' · ')}
          </>
        )}
        {floor && (
          <>
            <br />
            {floor}
          </>
        )}
      </p>
    </section>
  );
}

/** The most of the floor that is taken up at once; by all, not by the one who is looked at. */
function floorText(unrolled: Unrolled, context: PlanContext): string | null {
  const use = floorUse(unrolled, context);
  if (!use) return null;
  const most = Math.max(0, ...use.spans.map(({ wanted }) => wanted));
  return `floor: up to ${Math.ceil(most)} of ${Math.floor(use.there)} m² at once`;
}

function sidesText({ left, right }: Coverage): string {
  if (left + right === 0) return 'both sides together';
  if (Math.abs(left - right) <= EVEN * Math.max(left, right)) return 'left and right even';
  const more = left > right ? 'left' : 'right';
  return `${Math.round(Math.abs(left - right))} s more on the ${more}`;
}

/** Without the word for doctors. */
function shortMuscle(library: IndexedLibrary, id: string): string {
  return lowerFirst(withoutBrackets(library.lexicon.muscles.get(id)?.name ?? id));
}
