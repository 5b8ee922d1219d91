import { lowerFirst } from '@waxwing/core/movement';
import { fallbacks, type Step } from '@waxwing/core/ladder';
import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { PURPOSE_WORDS } from '../../shared/purposeWords.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { MovementLinks } from './MovementLinks.tsx';

/** What stands one step easier and one step harder, along which levers, and what has to be shown first. */
export function LadderNeighbours({ movementId, library }: { movementId: string; library: IndexedLibrary }) {
  const easier = library.ladder.easierFrom(movementId);
  const harder = library.ladder.harderFrom(movementId);
  return (
    <section>
      <h2 className="text-2xl">On the ladder</h2>
      <div className="mt-2 grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <div>
          {easier.map((step) => (
            <Neighbour key={step.from} step={step} direction="easier" library={library} />
          ))}
          {easier.length === 0 && <p className="text-quiet">Nothing easier in the library.</p>}
        </div>
        <div>
          {harder.map((step) => (
            <Neighbour key={step.to} step={step} direction="harder" library={library} />
          ))}
          {harder.length === 0 && <p className="text-quiet">Nothing harder in the library yet.</p>}
        </div>
      </div>
      <StandIns movementId={movementId} library={library} />
    </section>
  );
}

/** Off the ladder, for who can't do it at all. */
function StandIns({ movementId, library }: { movementId: string; library: IndexedLibrary }) {
  const found = useMemo(() => {
    const of = library.revision(movementId)?.document;
    const among = library.revisions.map(({ document }) => document);
    return of ? fallbacks({ of, among, ladder: library.ladder, lexicon: library.lexicon, isOpen: () => true }) : [];
  }, [movementId, library]);
  return found.map(({ purpose, movementId: id }) => (
    <p key={purpose}>
      <span className="text-quiet">for anyone who can’t:</span> <MovementLinks ids={[id]} library={library} />{' '}
      <span className="text-quiet">{PURPOSE_WORDS[purpose]}</span>
    </p>
  ));
}

interface NeighbourProps {
  readonly step: Step;
  readonly direction: 'easier' | 'harder';
  readonly library: IndexedLibrary;
}

function Neighbour({ step, direction, library }: NeighbourProps) {
  const id = direction === 'easier' ? step.from : step.to;
  const { sets, reps, seconds, reserve, also } = step.shownFirst;
  const neighbour = library.revision(id);
  const Arrow = direction === 'easier' ? ArrowLeft : ArrowRight;
  return (
    <div className="grid grid-cols-[5rem_1fr] gap-x-4 pb-2">
      <span className="row-span-3 flex h-20 items-end justify-center">
        {neighbour && (
          <PhaseStill
            document={neighbour.document}
            lexicon={library.lexicon}
            phase={tellingPhase(neighbour.document)}
            className="max-h-20 max-w-full"
          />
        )}
      </span>
      <Link to={`/library/${id}`} className="heading inline-flex min-h-11 items-center gap-2 text-xl hover:underline">
        <Arrow aria-hidden="true" size={20} />
        {library.nameOf(id)}
      </Link>
      <p>
        {direction}: <b>{step.levers.map((lever) => library.lexicon.levers.get(lever)?.name ?? lever).join(', ')}</b>
      </p>
      <p className="text-quiet">
        {direction === 'easier' ? 'before leaving it' : 'first show'} {sets} × {reps ?? `${seconds} s`} clean, {reserve} in
        reserve{also && `; ${lowerFirst(also)}`}
      </p>
    </div>
  );
}
