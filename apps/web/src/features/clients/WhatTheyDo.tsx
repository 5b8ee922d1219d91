import {
  MASTERY,
  amountText,
  loadTextIn,
  lowerFirst,
  upperFirst,
  type Mastery,
  type MovementRevision,
} from '@waxwing/core/movement';
import {
  alwaysText,
  answerOf,
  answerText,
  effortOfReserve,
  effortScaleOf,
  meaningText,
  type Inventory,
} from '@waxwing/core/loading';
import { setUpText, type SetUp } from '@waxwing/core/client';
import { masteryOf, type PractisedSet } from '@waxwing/core/progress';
import type { MovementHistory } from '@waxwing/core/session';
import type { ClientSummary, HistoryAnswer } from '@waxwing/core/api';
import clsx from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { Choice } from '../../shared/Choice.tsx';
import { Dialog } from '../../shared/Dialog.tsx';
import { localDate, shortDay } from '../../shared/dates.ts';
import { usePlaces, usePractice, type IndexedLibrary } from '../../shared/queries.ts';
import { SetUpEditor } from '../../shared/SetUpEditor.tsx';
import { useAdvise } from '../../shared/useAdvise.ts';
import { useAddress } from '../../shared/useAddress.ts';
import { useStancesInForce } from '../../shared/viewpoint.ts';
import { useChangeClient } from './useChangeClient.ts';

interface DoneProps {
  readonly client: ClientSummary;
  readonly library: IndexedLibrary;
  readonly history: HistoryAnswer;
}

interface Row {
  readonly revision: MovementRevision;
  readonly past: MovementHistory | null;
  /** What follows from the log. */
  readonly earned: Mastery | null;
  readonly given: Mastery | null;
  readonly setUp: SetUp | undefined;
}

const SORTS = ['latest', 'name', 'mark'] as const;
type Sort = (typeof SORTS)[number];

function rowsOf(
  { client, library, history }: DoneProps,
  practice: Readonly<Record<string, readonly PractisedSet[]>>,
  sort: Sort,
): Row[] {
  const given = new Map(client.marks?.map(({ movementId, mark }) => [movementId, mark]));
  const ids = new Set([...Object.keys(history.movements), ...given.keys()]);
  const rows = [...ids].flatMap((id): Row[] => {
    const revision = library.revision(id);
    if (!revision) return [];
    return [
      {
        revision,
        past: history.movements[id] ?? null,
        earned: masteryOf(revision.document, practice[id] ?? []),
        given: given.get(id) ?? null,
        setUp: history.setUps[id],
      },
    ];
  });
  const markOf = ({ given: own, earned }: Row) => MASTERY.indexOf(own ?? earned ?? 'introduced');
  const byName = (a: Row, b: Row) => a.revision.document.name.localeCompare(b.revision.document.name);
  if (sort === 'name') return rows.sort(byName);
  if (sort === 'mark') return rows.sort((a, b) => markOf(b) - markOf(a) || byName(a, b));
  return rows.sort((a, b) => (b.past?.localDate ?? '').localeCompare(a.past?.localDate ?? '') || byName(a, b));
}

/** Where loads are asked for: a room of the studio, or the client's home. */
function useWhere(client: ClientSummary) {
  const places = usePlaces();
  const address = useAddress();
  const rooms = (places.data ?? []).map(({ placeId, name, inventory }) => ({
    value: placeId,
    text: name,
    inventory,
  }));
  const all = client.homeKit ? [...rooms, { value: 'home', text: 'at home', inventory: client.homeKit }] : rooms;
  const chosen = all.find(({ value }) => value === address.get('where')) ?? all[0] ?? null;
  return { all, chosen, choose: (where: string) => address.set({ where }) };
}

/** A line for each movement: how far with it, what was lifted, what to take next and why, and how the place is set up. */
export function WhatTheyDo(props: DoneProps) {
  const { client, library } = props;
  const practice = usePractice(client.clientId);
  const address = useAddress();
  const where = useWhere(client);
  const sort = SORTS.find((each) => each === address.get('sort')) ?? 'latest';
  const rows = rowsOf(props, practice.data ?? {}, sort);
  const [edits, setEdits] = useState<Row | null>(null);
  const change = useChangeClient(client);
  return (
    <section aria-label="What they do">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-xl">What they do, and what to take next</h2>
        <span className="ml-auto flex items-center gap-1">
          <span className="text-quiet">loads</span>
          <Choice label="Where" none="anywhere" value={where.chosen?.value ?? null} options={where.all} onChoose={where.choose} />
          <span className="text-quiet">by</span>
          <Choice
            label="Order"
            none="latest"
            value={sort}
            options={SORTS.map((value) => ({ value, text: value }))}
            onChoose={(value) => address.set({ sort: value })}
          />
        </span>
      </div>
      <HowTheyAnswer {...props} />
      {rows.length === 0 && <p className="text-quiet">Nothing yet. The first session writes the first line here.</p>}
      <ul>
        {rows.map((row) => (
          <MovementLine
            key={row.revision.document.id}
            row={row}
            client={client}
            library={library}
            history={props.history}
            inventory={where.chosen?.inventory ?? null}
            onMark={(mark) => {
              const { id } = row.revision.document;
              const others = (client.marks ?? []).filter(({ movementId }) => movementId !== id);
              change.mutate({ marks: mark ? [...others, { movementId: id, mark, on: localDate() }] : others });
            }}
            onSetUp={() => setEdits(row)}
          />
        ))}
      </ul>
      {change.error && (
        <p role="alert" className="font-bold">
          {change.error.message}
        </p>
      )}
      {edits && (
        <Dialog title={`Set-up: ${edits.revision.document.name}`} onClose={() => setEdits(null)}>
          <SetUpEditor
            clientId={client.clientId}
            document={edits.revision.document}
            setUp={edits.setUp}
            keep="Keep it"
            onKeep={(setUp) => {
              const { id } = edits.revision.document;
              const others = (client.setUps ?? []).filter(({ movementId }) => movementId !== id);
              change.mutate({ setUps: [...others, { movementId: id, setUp, at: new Date().toISOString() }] });
              setEdits(null);
            }}
          />
        </Dialog>
      )}
    </section>
  );
}

/** What their answers after a set have meant, where that isn't what they say. */
function HowTheyAnswer({ client, library, history: { answers } }: DoneProps) {
  const scale = effortScaleOf(useStancesInForce(library, client));
  const told = (reserve: number) => answerText({ effort: effortOfReserve(reserve), reserve }, scale);
  const { meanings, always } = answers;
  if (meanings.length === 0 && !always) return null;
  return (
    <p aria-label="How they answer" className="mt-1">
      {meanings.map((meaning) => (
        <span key={meaning.said} className="block">
          “{upperFirst(told(meaning.said))}” {meaningText(meaning)}: loads go by that.
        </span>
      ))}
      {always && (
        <span className="block">
          “{upperFirst(answerText(always.answer, scale))}”: {alwaysText(always.times)}. Go by the last reps.
        </span>
      )}
    </p>
  );
}

interface LineProps {
  readonly row: Row;
  readonly client: ClientSummary;
  readonly library: IndexedLibrary;
  readonly history: HistoryAnswer;
  readonly inventory: Inventory | null;
  readonly onMark: (mark: Mastery | null) => void;
  readonly onSetUp: () => void;
}

function MovementLine({ row, client, library, history, inventory, onMark, onSetUp }: LineProps) {
  const { document } = row.revision;
  const { past, earned, given } = row;
  const stances = useStancesInForce(library, client);
  const unit = client.unit ?? 'kg';
  const due = history.due.find(({ movementId }) => movementId === document.id) ?? null;
  const advice = useAdvise(library, client, history, inventory)(document);
  const answer = past && answerOf(past);
  const setUp = setUpText(row.setUp);
  const each = document.dose.perSide ? ' a side' : '';
  return (
    <li className="border-base-300 grid gap-x-5 gap-y-1 border-t py-2.5 md:grid-cols-[13rem_1fr_9.5rem]">
      <div>
        <Link className="heading leading-tight hover:underline" to={`/library/${document.id}?for=${client.clientId}`}>
          {document.name}
        </Link>
        {past && (
          <p className="text-quiet text-sm">
            {shortDay(past.localDate)}: {amountText(past.done, document.dose.kind)}
            {each}, {loadTextIn(past.load, unit)}
            {answer && `, ${answerText(answer, effortScaleOf(stances))}`}
          </p>
        )}
      </div>
      <div>
        <p>
          <b>{past ? loadTextIn(advice.load, unit) : ''}</b>
          {past && `, ${amountText(advice.target, document.dose.kind)}${each}`}
        </p>
        <p className="text-quiet text-sm">
          {past && advice.reasons.filter((reason) => !due || !reason.startsWith('decided last time')).join('; ')}
        </p>
        {due && (
          <p className="text-quiet text-sm">
            Decided on {shortDay(due.localDate)}: {lowerFirst(due.text)}
          </p>
        )}
        <button type="button" className="link min-h-8 cursor-pointer text-left text-sm" onClick={onSetUp}>
          {setUp || 'note a set-up'}
        </button>
      </div>
      <label className="text-sm">
        <span className="sr-only">Mark for {document.name}</span>
        <select
          className={clsx('select select-ghost min-h-11 w-full text-base', given ? 'tail font-bold' : '')}
          value={given ?? ''}
          onChange={(event) => onMark(MASTERY.find((mark) => mark === event.target.value) ?? null)}
        >
          <option value="">{earned ?? 'not shown yet'}</option>
          {MASTERY.filter((mark) => mark !== earned || given === mark).map((mark) => (
            <option key={mark} value={mark}>
              {mark}, says the trainer
            </option>
          ))}
        </select>
      </label>
    </li>
  );
}
