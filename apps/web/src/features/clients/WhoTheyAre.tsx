import { lowerFirst, upperFirst } from '@waxwing/core/movement';
import { kitOf } from '@waxwing/core/loading';
import { goalProgress, readinessOf } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { Link } from 'react-router';
import { localDate } from '../../shared/dates.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { inFeet } from '../../shared/typedLength.ts';
import { useStancesInForce } from '../../shared/viewpoint.ts';
import { BUILD_FIELDS, CUE_STYLE_NAMES, JOB_LOAD_NAMES, TOUCH_NAMES } from './words.ts';

interface WhoProps {
  readonly client: ClientSummary;
  readonly library: IndexedLibrary;
}

/** Goals, cautions where they matter, and how to talk to them. */
export function WhoTheyAre({ client, library }: WhoProps) {
  const today = localDate();
  const { lexicon } = library;
  const stances = useStancesInForce(library, client);
  const own = Object.keys(client.stances ?? {}).flatMap((point) => {
    const entry = lexicon.stances.get(point);
    const position = entry?.positions.find(({ id }) => id === stances[point]);
    return entry && position ? [`${entry.name.toLowerCase()}: ${position.name.toLowerCase()}`] : [];
  });
  const build = BUILD_FIELDS.flatMap(({ field, name }) =>
    client.build?.[field]
      ? [`${lowerFirst(name)} ${client.unit === 'lb' ? inFeet(client.build[field]) : `${client.build[field]} cm`}`]
      : [],
  );
  const kit = client.homeKit ? kitOf(client.homeKit) : [];
  return (
    <>
      <section aria-label="Goals">
        <h2 className="text-xl">Goals</h2>
        {client.goals.length === 0 && <p className="text-quiet">None written down.</p>}
        {client.goals.map((goal) => {
          const { part, text } = goalProgress(goal, today);
          return (
            <div key={goal.text} className="mt-1">
              <p className="text-lg leading-snug">{goal.text}</p>
              {part !== null && (
                <div aria-hidden="true" className="bg-base-200 mt-1 h-2 rounded-full">
                  <div className="bg-success h-2 rounded-full" style={{ width: `${Math.round(part * 100)}%` }} />
                </div>
              )}
              <p className="text-quiet">{text}</p>
            </div>
          );
        })}
      </section>
      <section aria-label="Cautions">
        <h2 className="text-xl">Cautions</h2>
        {client.cautions.length === 0 && <p className="text-quiet">Nothing that is known.</p>}
        {client.cautions.map(({ caution, side, note }) => {
          const entry = lexicon.cautions.get(caution);
          const touched = library.revisions.filter(({ document }) => document.cautions.some((each) => each.caution === caution));
          const closed = touched.filter(({ document }) =>
            document.cautions.some((each) => each.caution === caution && each.closed),
          );
          return (
            <div key={`${caution}${side ?? ''}`} className="mt-1">
              <p>
                <b className="border-accent border-b-4">
                  {side && `${side} `}
                  {(entry?.name ?? caution).toLowerCase()}
                </b>{' '}
                {note}
              </p>
              <p className="text-quiet text-sm">
                {entry?.general}{' '}
                <Link className="link" to={`/library?for=${client.clientId}`}>
                  Limits {touched.length} movements{closed.length > 0 && `, closes ${closed.length}`}
                </Link>
              </p>
            </div>
          );
        })}
        <p className="text-quiet mt-2 text-sm">{readinessOf(client.readiness).text}</p>
      </section>
      <section aria-label="How to work with them">
        <h2 className="text-xl">How</h2>
        <ul>
          {client.jobLoads && client.jobLoads.length > 0 && (
            <li>At work: {client.jobLoads.map((load) => JOB_LOAD_NAMES[load].toLowerCase()).join(', ')}.</li>
          )}
          {client.cueStyle && (
            <li>
              {client.cueStyle.kinds.length > 0 &&
                `Takes to ${client.cueStyle.kinds.map((kind) => CUE_STYLE_NAMES[kind].toLowerCase()).join(', ')}. `}
              {TOUCH_NAMES[client.cueStyle.touch]}.
            </li>
          )}
          <li>Loads in {client.unit === 'lb' ? 'pounds' : 'kilograms'}.</li>
          {build.length > 0 && <li>{upperFirst(build.join(', '))}.</li>}
          <li>
            <Link className="link" to={`/stances?who=${client.clientId}`}>
              Own stances
            </Link>
            : {own.length > 0 ? own.join('; ') : 'none, so yours hold'}.
          </li>
          <li>
            At home: {kit.length === 0 ? 'nothing that is known' : kit.map((id) => lexicon.kit.get(id)?.name ?? id).join(', ')}.
          </li>
        </ul>
        {client.notes && <p className="mt-2 whitespace-pre-line">{client.notes}</p>}
      </section>
    </>
  );
}
