import {
  doseText,
  feltIn,
  lowerFirst,
  resolveMovement,
  stancePointsOf,
  tempoText,
  type Phase,
  type MovementDocument,
  type MovementRevision,
  type ResolvedFault,
  type ResolvedMovement,
  type Stances,
  type Tempo,
} from '@waxwing/core/movement';
import { allSetsSeconds, mostOf } from '@waxwing/core/planning';
import { rungs } from '@waxwing/core/ladder';
import { firstName } from '@waxwing/core/client';
import type { Openness } from '@waxwing/core/progress';
import clsx from 'clsx';
import { Pencil, Printer } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api } from '../../shared/api.ts';
import { Page } from '../../shared/page.tsx';
import { useLibrary, type IndexedLibrary } from '../../shared/queries.ts';
import { Failed, Loading, NotHere } from '../../shared/states.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { useAddress } from '../../shared/useAddress.ts';
import { useViewpoint } from '../../shared/viewpoint.ts';
import type { ChangeEnd } from './changing/ChangesBar.tsx';
import { FaultCorrections } from './FaultCorrections.tsx';
import { LoadToTake } from './LoadToTake.tsx';
import { LadderNeighbours } from './LadderNeighbours.tsx';
import { MovementLinks } from './MovementLinks.tsx';
import { LookedOver } from './LookedOver.tsx';
import { MovementSheet } from './MovementSheet.tsx';
import { FELT_WORDS } from './feltWords.ts';
import { FigureStage } from './FigureStage.tsx';
import { anchorOf, RepStrip } from './RepStrip.tsx';

/** Only who changes something needs it. */
const ChangingMovement = lazy(() => import('./changing/ChangingMovement.tsx'));

export default function MovementPage() {
  const { movementId = '' } = useParams();
  const { library, error, refetch } = useLibrary();
  if (error) {
    return (
      <Page title="Movement">
        <Failed what="the movement" error={error} onRetry={() => void refetch()} />
      </Page>
    );
  }
  if (!library) {
    return (
      <Page title="Movement">
        <Loading what="the movement" />
      </Page>
    );
  }
  const revision = library.revision(movementId);
  if (!revision) {
    return (
      <Page title="Not in the library">
        <NotHere what="this movement">
          <Link className="btn btn-primary" to="/library">
            Look for it in the library
          </Link>
        </NotHere>
      </Page>
    );
  }
  return <Movement key={movementId} revision={revision} library={library} />;
}

/** Which fault the figure shows is part of the address, so that it can be sent and gone back to. */
function usePickedFault(movement: ResolvedMovement) {
  const address = useAddress();
  const slug = address.get('fault');
  const pick = (fault: ResolvedFault | null) => address.set({ fault: fault && anchorOf(fault) });
  return { picked: movement.faults.find((fault) => anchorOf(fault) === slug) ?? null, pick };
}

function Movement({ revision, library }: { revision: MovementRevision; library: IndexedLibrary }) {
  const address = useAddress();
  const navigate = useNavigate();
  const { me } = useSignedIn();
  const isChanging = address.get('changing') === 'yes';
  const { stances, openness, client } = useViewpoint(address.get('for'));
  const movement = useMemo(
    () => resolveMovement(revision, library.lexicon, stances, new Set(client?.cautions.map(({ caution }) => caution))),
    [revision, library.lexicon, stances, client],
  );
  const { picked, pick } = usePickedFault(movement);
  const [phase, setPhase] = useState<Phase | null>(null);
  const [wish, setWish] = useState<{ phase: Phase; asked: number }>({ phase: picked?.phase ?? 'turn', asked: picked ? 1 : 0 });
  const goTo = (next: Phase) => setWish(({ asked }) => ({ phase: next, asked: asked + 1 }));
  const pickFault = (fault: ResolvedFault) => {
    const isSame = fault.faultId === picked?.faultId;
    pick(isSame ? null : fault);
    if (!isSame) goTo(fault.phase);
  };
  const suggestion = address.get('suggestion');
  const done = (end: ChangeEnd) => {
    if (end === 'suggested') void navigate('/inbox');
    else address.set({ changing: null, suggestion: null });
    // Somebody’s suggestion, changed and saved. Where that isn’t noted, it waits on, and can be answered.
    if (end === 'saved' && suggestion) {
      void api.post(`suggestions/${suggestion}/answer`, { isAccepted: true }).catch(() => undefined);
    }
  };
  const { document } = movement;
  const family = library.lexicon.families.get(document.family)?.name ?? document.family;
  const inFamily = library.revisions.filter((each) => each.document.family === document.family);
  const rung = (rungs(library.ladder).get(document.id) ?? 0) + 1;
  const top = Math.max(...inFamily.map((each) => (rungs(library.ladder).get(each.document.id) ?? 0) + 1));
  return (
    <Page
      title={document.name}
      aside={
        <>
          <span className="text-quiet text-lg">
            {document.otherNames.length > 0 && `also: ${document.otherNames[0]!.toLowerCase()} · `}
            <Link className="link" to={`/ladders/${document.family}?at=${document.id}`}>
              {family.toLowerCase()} ladder
            </Link>
            {!document.putAway && `, rung ${rung} of ${top}`}
            {revision.number > 1 && (
              <>
                {' · '}
                <Link className="link print:hidden" to={`/library/${document.id}/changes`}>
                  what changed
                </Link>
              </>
            )}
          </span>
          {!isChanging && (
            <button
              type="button"
              className="btn btn-ghost ml-auto min-h-11 font-normal print:hidden"
              onClick={() => address.set({ changing: 'yes' })}
            >
              <Pencil aria-hidden="true" size={18} /> {me.keepsLibrary ? 'Change it' : 'Suggest a change'}
            </button>
          )}
          <button
            type="button"
            className={clsx('btn btn-ghost min-h-11 font-normal print:hidden', isChanging && 'ml-auto')}
            onClick={() => window.print()}
          >
            <Printer aria-hidden="true" size={18} /> Print the sheet
          </button>
        </>
      }
      printed={<MovementSheet movement={movement} library={library} />}
    >
      {isChanging ? (
        <Suspense fallback={<Loading what="the editor" />}>
          <ChangingMovement revision={revision} library={library} onDone={done} />
        </Suspense>
      ) : (
        <>
          {document.putAway && <IsPutAway document={document} library={library} />}
          {client && openness && <OpenTo openness={openness} movementId={document.id} name={firstName(client.name)} />}
          {client && <LoadToTake client={client} library={library} document={document} />}
          <div className={clsx('grid gap-x-6 gap-y-5', document.figure && 'lg:grid-cols-[16.5rem_minmax(0,1fr)]')}>
            <FigureStage
              movement={movement}
              lexicon={library.lexicon}
              fault={picked}
              onNoFault={() => pick(null)}
              wish={wish}
              onPhase={setPhase}
            />
            <RepStrip
              movement={movement}
              lexicon={library.lexicon}
              phase={phase}
              onPhase={goTo}
              pickedFaultId={picked?.faultId ?? null}
              onPickFault={pickFault}
            />
          </div>
          <div className="mt-8 grid gap-x-10 gap-y-8 lg:grid-cols-[17rem_1fr]">
            <Facts movement={movement} library={library} />
            <div className="grid gap-8">
              <FaultCorrections movement={movement} library={library} />
              {!document.putAway && <LadderNeighbours movementId={document.id} library={library} />}
              <PartsAndUses movement={movement} library={library} />
              <Limits movement={movement} library={library} />
              <StanceNotes movement={movement} library={library} stances={stances} />
              <LookedOver movementId={document.id} />
            </div>
          </div>
        </>
      )}
    </Page>
  );
}

/** How long it takes when nobody counts, and to the tempo in which it is learned where that is longer. */
function timeText(document: MovementDocument): string {
  const minutes = (tempo?: Tempo) => Math.max(1, Math.round(allSetsSeconds(document, mostOf(document.dose), tempo) / 60));
  const usual = minutes();
  const asLearned = minutes(document.tempo);
  const of = document.sets === 1 ? 'The set takes' : 'All sets with rests take';
  return `${of} about ${usual} min${asLearned > usual ? `, to this tempo ${asLearned} min` : ''}.`;
}

function Facts({ movement: { document }, library }: { movement: ResolvedMovement; library: IndexedLibrary }) {
  const kit = (ids: readonly string[]) => ids.map((id) => library.lexicon.kit.get(id)?.name ?? id).join(', ');
  return (
    <aside className="grid content-start gap-5" aria-label="Set-up and dose">
      <section>
        <h2 className="text-xl">Set up</h2>
        <ul className="mt-1 list-disc pl-5 leading-snug">
          {document.setUp.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section>
        <h2 className="text-xl">Do</h2>
        <p className="text-lg">
          {document.sets} sets of {doseText(document.dose)}, {document.restSeconds} s rest
        </p>
        {document.tempo && <p className="text-quiet">{tempoText(document.tempo)}</p>}
        <p className="text-quiet">{timeText(document)}</p>
      </section>
      {document.range && (
        <section>
          <h2 className="text-xl">Stops</h2>
          <p>{document.range.stops}</p>
          <p className="text-quiet">{document.range.why}</p>
        </section>
      )}
      <section>
        <h2 className="text-xl">Trains</h2>
        <p>{document.trains}</p>
        <ul className="mt-2">
          {[...document.muscles]
            .sort((a, b) => b.share - a.share)
            .map(({ muscle, role, share }) => (
              <li key={muscle} className="grid grid-cols-[1fr_3.5rem] items-center gap-x-3 text-sm leading-tight">
                <span className="py-0.5">
                  {library.lexicon.muscles.get(muscle)?.name ?? muscle}
                  <span className="text-quiet"> · {role.replace('-', ' ')}</span>
                </span>
                <progress
                  className="progress progress-neutral h-1.5"
                  max={1}
                  value={share}
                  aria-label={`share ${Math.round(share * 100)} in 100`}
                />
              </li>
            ))}
        </ul>
      </section>
      <FeltIn document={document} library={library} />
      <section>
        <h2 className="text-xl">Kit</h2>
        <p>{document.kit.needed.length > 0 ? kit(document.kit.needed) : 'nothing'}</p>
        {document.kit.optional.length > 0 && <p className="text-quiet">helps: {kit(document.kit.optional)}</p>}
        <p className="text-quiet figures">
          floor {document.footprint.widthM} × {document.footprint.depthM} m
        </p>
      </section>
    </aside>
  );
}

/** A check that no eye can do: where the client should feel it, and what it means where they shouldn't. */
function FeltIn({ document, library }: { document: MovementDocument; library: IndexedLibrary }) {
  const felt = feltIn(document, library.lexicon);
  const muscles = felt.in.map((id) => lowerFirst(library.lexicon.muscles.get(id)?.name ?? id));
  if (muscles.length + felt.not.length === 0) return null;
  return (
    <section>
      <h2 className="text-xl">Felt</h2>
      {muscles.length > 0 && (
        <p>
          <b>In</b> {muscles.join(', ')}
        </p>
      )}
      {felt.not.map(({ id, place, kind, means }) => (
        <p key={id} className="mt-1 leading-snug">
          <b>Not in {place}.</b>{' '}
          <span className={kind === 'stop' ? 'font-bold' : 'text-quiet'}>
            {FELT_WORDS[kind]}
            {means}
          </span>
        </p>
      ))}
    </section>
  );
}

function Limits({ movement: { document }, library }: { movement: ResolvedMovement; library: IndexedLibrary }) {
  const { lexicon } = library;
  return (
    <section>
      <h2 className="text-2xl">Limit it when</h2>
      <dl className="mt-2">
        {document.cautions.map((caution) => (
          <div key={caution.caution} className="grid gap-x-4 py-1 sm:grid-cols-[9rem_1fr]">
            <dt className="font-bold">{lexicon.cautions.get(caution.caution)?.name ?? caution.caution}</dt>
            <dd>
              {caution.closed && <b>Not open. </b>}
              {caution.limit}{' '}
              {caution.instead && (
                <Link className="link" to={`/library/${caution.instead}`}>
                  {library.nameOf(caution.instead)} instead
                </Link>
              )}
            </dd>
          </div>
        ))}
      </dl>
      <p className="text-quiet mt-2 text-sm">
        Waxwing supports your judgement; it doesn’t diagnose or treat. Sharp, joint or radiating pain ends the set and goes to a
        clinician. Your scope of practice and local rules come first.
      </p>
    </section>
  );
}

/** It is no longer used: what is done instead, and that it can be brought back. */
function IsPutAway({ document, library }: { document: MovementDocument; library: IndexedLibrary }) {
  const { instead } = document.putAway ?? {};
  return (
    <p className="bg-base-200 mb-5 px-4 py-3 text-lg">
      <b>Put away:</b> not in search, on Start or on ladders.
      {instead && (
        <>
          {' '}
          Instead of it:{' '}
          <Link className="link" to={`/library/${instead}`}>
            {library.nameOf(instead)}
          </Link>
          .
        </>
      )}
    </p>
  );
}

/** Whether it is open to the client in the address, how far they have come with it, and what stands in the way. */
function OpenTo({ openness, movementId, name }: { openness: Openness; movementId: string; name: string }) {
  const obstacles = openness.obstaclesTo(movementId);
  const mark = openness.markOf(movementId);
  return (
    <p className="bg-base-200 mb-5 px-4 py-3 text-lg print:hidden">
      {obstacles.length === 0 ? (
        <>
          <b>Open to {name}</b>
          {mark ? `: ${mark}` : ', not done yet'}
        </>
      ) : (
        <>
          <b>Not open to {name} yet:</b> {obstacles.map(({ text }) => text).join('; ')}
        </>
      )}
    </p>
  );
}

/** What a joined movement is made of, and which joined movements this one is part of. */
function PartsAndUses({ movement: { document }, library }: { movement: ResolvedMovement; library: IndexedLibrary }) {
  const parts = document.components ?? [];
  const uses = library.revisions
    .filter((each) => each.document.components?.includes(document.id))
    .map((each) => each.document.id);
  if (parts.length + uses.length === 0) return null;
  return (
    <section>
      <h2 className="text-2xl">Joined</h2>
      {parts.length > 0 && (
        <p className="mt-1 text-lg">
          Made of <MovementLinks ids={parts} library={library} />. Each should be clean on its own first.
        </p>
      )}
      {uses.length > 0 && (
        <p className="mt-1 text-lg">
          Part of <MovementLinks ids={uses} library={library} />.
        </p>
      )}
    </section>
  );
}

/** Contested points that matter here, with the position in force and why the library takes its own. */
function StanceNotes({ movement, library, stances }: { movement: ResolvedMovement; library: IndexedLibrary; stances: Stances }) {
  const points = stancePointsOf(movement.document, library.lexicon);
  if (points.length === 0) return null;
  return (
    <section>
      <h2 className="text-2xl">Where coaches differ</h2>
      <dl className="mt-2">
        {points.map((point) => {
          const inForce = stances[point.id] ?? point.default;
          const position = point.positions.find(({ id }) => id === inForce);
          return (
            <div key={point.id} className="grid gap-x-4 py-1 sm:grid-cols-[9rem_1fr]">
              <dt className="font-bold">
                <Link className="link" to={`/stances#${point.id}`}>
                  {point.name}
                </Link>
              </dt>
              <dd>
                {position?.name}.{' '}
                <span className="text-quiet">
                  {inForce === point.default ? point.reason : 'Chosen here over the library’s own position.'}
                </span>
              </dd>
            </div>
          );
        })}
      </dl>
    </section>
  );
}
