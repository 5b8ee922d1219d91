import { rankCues, tallyKey, type TallyBook } from '@waxwing/core/coaching';
import { resolveMovement, type Stances } from '@waxwing/core/movement';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { FaultStill } from '../../shared/figure/FaultStill.tsx';
import { useCueTrials, type IndexedLibrary } from '../../shared/queries.ts';
import { SeverityWord } from '../../shared/Severity.tsx';

interface FaultAnswerProps {
  readonly library: IndexedLibrary;
  readonly faultTypeId: string;
  /** The movement on which it is shown: the first that was found. */
  readonly movementId: string;
  readonly stances: Stances;
  readonly clientId: string | null;
}

/** The fault that was asked for: what is seen, and what to say first. */
export function FaultAnswer({ library, faultTypeId, movementId, stances, clientId }: FaultAnswerProps) {
  const trials = useCueTrials();
  const book = useMemo((): TallyBook => {
    const others = (trials.data ?? []).map(({ faultId, cueId, tally }) => [tallyKey(faultId, cueId), tally] as const);
    return { client: {}, others: Object.fromEntries(others), othersByType: {} };
  }, [trials.data]);
  const type = library.lexicon.faultTypes.get(faultTypeId);
  const revision = library.revision(movementId);
  const resolved = revision && resolveMovement(revision, library.lexicon, stances);
  const seen = resolved?.faults.find((each) => each.type === faultTypeId);
  const fault = revision?.document.faults.find((each) => seen?.faultId === `${revision.document.id}/${each.id}`);
  if (!type || !resolved || !seen || !fault) return null;
  const { document } = resolved;
  const movements = library.revisions.filter((each) => each.document.faults.some((one) => one.type === faultTypeId)).length;
  const [first] = rankCues({ fault: seen, clientName: '', book, said: [] });
  const params = new URLSearchParams({ fault: fault.id, ...(clientId && { for: clientId }) });
  return (
    <section aria-label={`Fault: ${type.name}`} className="border-base-300 flex gap-5 border-t px-2 py-3">
      <FaultStill document={document} lexicon={library.lexicon} fault={fault} className="h-28 w-24 shrink-0" />
      <div className="min-w-0">
        <h2 className="text-2xl">{type.name}</h2>
        <p className="text-quiet flex flex-wrap items-baseline gap-x-1.5">
          <SeverityWord severity={fault.severity} /> on {document.name.toLowerCase()}; a fault of {movements}{' '}
          {movements === 1 ? 'movement' : 'movements'}
        </p>
        <p className="mt-1 leading-snug">{fault.seen}</p>
        {first && (
          <p className="mt-1 text-lg">
            Say first: <b>“{first.cue.text}”</b> <span className="text-quiet text-base">{first.reasons[0]}</span>
          </p>
        )}
        <Link className="link mt-1 inline-flex min-h-11 items-center" to={`/library/${document.id}?${params.toString()}`}>
          All that helps, on {document.name.toLowerCase()}
        </Link>
      </div>
    </section>
  );
}
