import { useQuery } from '@tanstack/react-query';
import { amountText, loadText, lowerFirst } from '@waxwing/core/movement';
import { answerText } from '@waxwing/core/loading';
import { firstName } from '@waxwing/core/client';
import { isNobodys, type CueTrialLog, type ItemLog, type LaneLog, type SetLog } from '@waxwing/core/session';
import type { ClientSummary, SessionAnswer } from '@waxwing/core/api';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, RequestRefused, Unreachable } from '../../shared/api.ts';
import { clockText, dayText, secondsBetween } from '../../shared/dates.ts';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { PATIENCE_WITH_KEPT_MS } from '../../shared/device/keptAnswers.ts';
import { GuestDialog } from '../../shared/GuestDialog.tsx';
import { FloorSession } from '../../shared/live/floorSession.ts';
import { Page } from '../../shared/page.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { STRETCH_NAMES } from '../../shared/stretchWords.ts';
import { keepsLog, localLog } from './localLog.ts';
import { whoIn } from '../../shared/whoIn.ts';

export default function LogPage() {
  const { sessionId = '' } = useParams();
  const { me, outbox } = useSignedIn();
  const [asksAbout, setAsksAbout] = useState<LaneLog | null>(null);
  const answer = useQuery({
    queryKey: ['sessions', sessionId],
    queryFn: async () => {
      const patienceMs = (await keepsLog(me.trainerId, sessionId)) ? PATIENCE_WITH_KEPT_MS : undefined;
      try {
        return { ...(await api.getNow<SessionAnswer>(`sessions/${sessionId}`, patienceMs)), isLocal: false };
      } catch (error) {
        const local =
          error instanceof Unreachable || (error instanceof RequestRefused && error.status >= 500)
            ? await localLog(me.trainerId, sessionId)
            : null;
        if (!local) throw error;
        return { ...local, isLocal: true };
      }
    },
    refetchOnMount: 'always',
  });
  // As on Floor: the hour is opened on this device, which sends what is said of it.
  const sayWho = async (laneId: string, client: ClientSummary) => {
    const live = await FloorSession.open(await deviceStoreFor(me.trainerId), outbox!, sessionId);
    try {
      await live.sayWho(laneId, client);
    } finally {
      live.close();
    }
    await outbox!.flush();
    await answer.refetch();
  };
  if (!answer.data) {
    return (
      <Page title="Log">
        {answer.isError ? (
          <Failed what="this session" error={answer.error} onRetry={() => void answer.refetch()} />
        ) : (
          <Loading what="this session" />
        )}
      </Page>
    );
  }
  const session = answer.data;
  return (
    <Page
      title={whoIn(session)}
      aside={
        <span className="text-quiet text-lg">
          {dayText(session.localDate)}
          {session.startedAt && session.endedAt && ` · ${clockText(secondsBetween(session.startedAt, session.endedAt))}`}
        </span>
      }
    >
      {session.isLocal && (
        <p role="status" className="border-accent mb-4 border-l-8 pl-3 text-lg">
          From this device. It goes to the server when there is a network again.
        </p>
      )}
      {session.status !== 'ended' && (
        <p className="mb-4 text-lg">
          Still going on.{' '}
          <Link className="link" to={`/floor/${sessionId}`}>
            Back to the floor
          </Link>
        </p>
      )}
      {session.log.lanes.map((lane) => (
        <LaneSection
          key={lane.laneId}
          lane={lane}
          names={session.names}
          clientName={lane.guest ?? nameOf(session, lane.clientId)}
          onSayWho={lane.guest === undefined ? undefined : () => setAsksAbout(lane)}
          isShared={session.log.lanes.length > 1}
        />
      ))}
      {asksAbout?.guest && outbox && (
        <GuestDialog
          guest={asksAbout.guest}
          here={new Set(session.log.lanes.map(({ clientId }) => clientId))}
          onSay={(client) => sayWho(asksAbout.laneId, client)}
          onClose={() => setAsksAbout(null)}
        />
      )}
      {session.log.notes.map((note) => (
        <p key={note.at} className="border-base-300 border-t py-3 text-lg">
          <b>Note:</b> {note.text}
        </p>
      ))}
    </Page>
  );
}

function nameOf(session: SessionAnswer, clientId: string): string {
  return session.clients.find((client) => client.clientId === clientId)?.name ?? '';
}

type Names = SessionAnswer['names'];

interface LaneSectionProps {
  readonly lane: LaneLog;
  readonly names: Names;
  readonly clientName: string;
  /** Of a guest: says who that was. */
  readonly onSayWho: (() => void) | undefined;
  /** With others: whose it is has to be said. */
  readonly isShared: boolean;
}

function LaneSection({ lane, names, clientName, onSayWho, isShared }: LaneSectionProps) {
  const done = lane.items.filter((item) => item.sets.length > 0);
  return (
    <>
      {isShared && <h2 className="border-base-content mt-8 border-t-2 pt-3 text-3xl">{clientName}</h2>}
      {onSayWho && (
        <p className="mb-3 flex flex-wrap items-center gap-3 text-lg">
          {clientName} joined as a guest.
          <button type="button" className="btn min-h-12" onClick={onSayWho}>
            Who was {clientName}?
          </button>
        </p>
      )}
      {!isNobodys(lane) && <NextTime lane={lane} names={names} clientName={clientName} isShared={isShared} />}
      {lane.pains.map((pain) => (
        <p key={pain.eventId} className="border-error mb-3 border-l-8 pl-3 text-lg">
          <b>Pain ({PAIN_WORDS[pain.kind]})</b>
          {pain.movementId && ` in the ${lowerFirst(names[pain.movementId] ?? pain.movementId)}`}. The set was ended. Not this
          movement until it has been looked at; a clinician decides.
        </p>
      ))}
      {done.map((item) => (
        <Item key={item.itemId} item={item} names={names} />
      ))}
      {done.length === 0 && <p className="text-quiet text-lg">No set was done.</p>}
    </>
  );
}

/** What was decided, and the way to the next hour; nothing of the kind for a level or a guest. */
function NextTime({ lane, names, clientName, isShared }: Omit<LaneSectionProps, 'onSayWho'>) {
  return (
    <section aria-label={isShared ? `Next time, ${firstName(clientName)}` : 'Next time'} className="mb-6">
      <h2 className="text-2xl">Next time</h2>
      {lane.decisions.length === 0 && <p className="text-quiet">Nothing was decided.</p>}
      <ul>
        {lane.decisions.map((decision) => (
          <li key={decision.eventId} className="text-lg">
            <b>{names[decision.movementId] ?? decision.movementId}:</b> {decision.text}{' '}
            <span className="text-quiet">({decision.reasons.join('; ')})</span>
          </li>
        ))}
      </ul>
      <Link to={`/start/${lane.clientId}`} className="btn btn-primary mt-3 min-h-12">
        Start another session with {firstName(clientName)}
      </Link>
    </section>
  );
}

const PAIN_WORDS = {
  sharp: 'sharp',
  joint: 'in a joint',
  radiating: 'running down or out',
  'chest-or-faint': 'chest, faintness or breath',
  other: 'not described',
} as const;

function Item({ item, names }: { item: ItemLog; names: Names }) {
  const name = (id: string) => names[id] ?? id;
  return (
    <section className="border-base-300 border-t py-4" aria-label={name(item.movementId)}>
      <h2 className="text-xl">{name(item.movementId)}</h2>
      {item.swaps.map((swap) => (
        <p key={swap.at}>
          Swapped {lowerFirst(name(swap.fromMovementId))} for {lowerFirst(name(swap.toMovementId))}
          {swap.levers.length > 0 && <span className="text-quiet"> ({swap.levers.join(', ')})</span>}
        </p>
      ))}
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={`Sets of ${lowerFirst(name(item.movementId))}`}>
        <table className="table mt-1 text-base">
          <thead>
            <tr className="text-quiet">
              <th scope="col">Set</th>
              <th scope="col">Done</th>
              <th scope="col">Left in it</th>
              <th scope="col">Faults seen</th>
              <th scope="col">Said, and what it did</th>
            </tr>
          </thead>
          <tbody>
            {item.sets.map((set) => (
              <SetRow key={set.setId} set={set} names={names} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const STATUS_WORDS = { open: 'still there', fixed: 'fixed', gone: 'gone', left: 'left with the movement' } as const;

function SetRow({ set, names }: { set: SetLog; names: Names }) {
  return (
    <tr className="align-top">
      <td className="figures">{set.ordinal}</td>
      <td>
        {set.segments.map((segment, i) => (
          <div key={i}>
            {segment.movementId === set.segments[0]!.movementId ? '' : `${names[segment.movementId] ?? segment.movementId}: `}
            <span className="figures">{amountText(segment.amount, segment.unit)}</span>
            {segment.manner &&
              segment.manner !== 'full' &&
              ` ${segment.manner === 'hold' ? 'held' : STRETCH_NAMES[segment.manner]}`}
            {segment.side && ` ${segment.side}`}
            {segment.part === 'ramp' && ' · lighter, before the work'}
            {segment.load.kind !== 'bodyweight' && ` · ${loadText(segment.load)}`}
            {segment.change && segment.change.kind !== 'swap' && ` · ${lowerFirst(segment.change.text)}`}
          </div>
        ))}
        {set.endReason === 'pain' && <b>ended: pain</b>}
      </td>
      <td>{effortText(set)}</td>
      <td>
        {!set.looked && <span className="text-quiet">not looked at</span>}
        {set.looked && set.faults.length === 0 && <span className="text-success">✓ clean</span>}
        {set.faults.map((fault) => (
          <div key={`${fault.faultId}${fault.side ?? ''}`}>
            {fault.name}
            {fault.side && `, ${fault.side}`} <span className="text-quiet">({STATUS_WORDS[fault.status]})</span>
          </div>
        ))}
      </td>
      <td>
        {set.trials.map((trial) => (
          <Trial key={trial.cueGivenId} trial={trial} />
        ))}
      </td>
    </tr>
  );
}

function Trial({ trial }: { trial: CueTrialLog }) {
  return (
    <div>
      “{trial.text}”{' '}
      {trial.outcome ? (
        <b className={trial.outcome === 'fixed' ? 'text-success' : undefined}>{trial.outcome}</b>
      ) : (
        <span className="text-quiet">not followed up</span>
      )}
      {trial.outcome && !trial.counts && <span className="text-quiet"> (something else was changed too)</span>}
    </div>
  );
}

/** What was said of a set: how many were left, or the word where no number was asked for. */
function effortText({ effort, reserve }: SetLog): string {
  if (effort === null) return '–';
  return answerText({ effort, ...(reserve !== undefined && { reserve }) }, 'reserve');
}
