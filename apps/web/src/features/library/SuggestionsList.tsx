import { useMutation, useQuery } from '@tanstack/react-query';
import type { Suggestion } from '@waxwing/core/api';
import { join, lowerFirst, wordTexts, type Choice, type LibraryChange, type MovementDocument } from '@waxwing/core/movement';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../../shared/api.ts';
import { momentText } from '../../shared/dates.ts';
import { useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { SortButtons, useSorting } from '../../shared/sorting.tsx';
import { Failed } from '../../shared/states.tsx';
import { hasDraft, keepDraft } from './changing/useDraft.ts';
import { newDraft } from './changing/draft.ts';
import { Choosing, conflictKey } from './Choosing.tsx';
import { DifferenceList } from './DifferenceList.tsx';
import { NoteField } from './NoteField.tsx';

const newest = (a: Suggestion, b: Suggestion) => b.createdAt.localeCompare(a.createdAt);

/** What waits for an answer, or was answered and hasn’t been read yet. */
export function SuggestionsList({ library }: { readonly library: IndexedLibrary }) {
  const suggestions = useQuery({
    queryKey: ['suggestions'],
    queryFn: () => api.get<readonly Suggestion[]>('suggestions'),
    refetchOnMount: 'always',
  });
  const sorting = useSorting<Suggestion>(
    [
      { id: 'day', name: 'day', compare: newest },
      {
        id: 'movement',
        name: 'movement',
        compare: (a, b) => titleOf(a, library).localeCompare(titleOf(b, library)) || newest(a, b),
      },
      { id: 'who', name: 'who', compare: (a, b) => a.trainerName.localeCompare(b.trainerName) || newest(a, b) },
    ],
    'suggestions',
  );
  if (suggestions.error) {
    return <Failed what="what was suggested" error={suggestions.error} onRetry={() => void suggestions.refetch()} />;
  }
  if (!suggestions.data || suggestions.data.length === 0) return null;
  return (
    <section aria-label="Suggestions" className="mb-8">
      <h2 className="text-2xl">Suggested changes</h2>
      {suggestions.data.length > 1 && <SortButtons sorting={sorting} />}
      <ul className="mt-2">
        {sorting.sorted(suggestions.data).map((suggestion) => (
          <Suggested key={suggestion.suggestionId} suggestion={suggestion} library={library} />
        ))}
      </ul>
    </section>
  );
}

function titleOf({ change }: Suggestion, library: IndexedLibrary): string {
  const names = change.movements.map(({ document: { id, name } }) => library.revision(id)?.document.name ?? name);
  return names.length > 0 ? names.join(', ') : 'Words';
}

function Suggested({ suggestion, library }: { readonly suggestion: Suggestion; readonly library: IndexedLibrary }) {
  const { me } = useSignedIn();
  const { trainerName, isMine, createdAt, note, status, change } = suggestion;
  const title = titleOf(suggestion, library);
  return (
    <li className="border-base-300 border-t py-3" aria-label={`${title}, from ${trainerName}`}>
      <h3 className="text-xl">
        {change.movements.length === 1 ? (
          <Link className="link" to={`/library/${change.movements[0]!.document.id}`}>
            {title}
          </Link>
        ) : (
          title
        )}
      </h3>
      <p className="text-quiet text-sm">
        {isMine ? 'yours' : trainerName}, {momentText(createdAt)}
      </p>
      {note && <p className="mt-1 max-w-2xl">“{note}”</p>}
      {status === 'waiting' && me.keepsLibrary ? (
        <Answering suggestion={suggestion} library={library} />
      ) : (
        <Answered suggestion={suggestion} library={library} />
      )}
    </li>
  );
}

/** One’s own, as it was suggested and what became of it. */
function Answered({ suggestion, library }: { readonly suggestion: Suggestion; readonly library: IndexedLibrary }) {
  const { suggestionId, status, answer, answeredByName, change } = suggestion;
  const refresh = useRefresh();
  const remove = useMutation({ mutationFn: () => api.delete(`suggestions/${suggestionId}`), onSuccess: refresh });
  const became =
    status === 'waiting'
      ? 'Waits for whoever keeps the library.'
      : `${answeredByName ?? ''} ${status === 'accepted' ? 'took it over' : 'left it as it is'}${answer ? `: “${answer}”` : '.'}`;
  return (
    <>
      {change.movements.map(({ baseRevisionId, document }) => (
        <Difference
          key={document.id}
          base={suggestion.bases.find(({ revisionId }) => revisionId === baseRevisionId)?.document}
          document={document}
          library={library}
        />
      ))}
      <WordsChanged change={change} library={library} />
      <p className="mt-1 font-bold">{became}</p>
      <button
        type="button"
        className="link min-h-11 cursor-pointer"
        disabled={remove.isPending}
        onClick={() => remove.mutate(undefined)}
      >
        {status === 'waiting' ? 'take it back' : 'read: put it away'}
      </button>
      {remove.error && <p role="alert">{remove.error.message}</p>}
    </>
  );
}

interface DifferenceProps {
  readonly base: MovementDocument | undefined;
  readonly document: MovementDocument;
  readonly library: IndexedLibrary;
}

function Difference({ base, document, library }: DifferenceProps) {
  if (!base) {
    const cues = document.cues.flatMap(({ text, shared }) => text ?? library.lexicon.cues.get(shared ?? '')?.text ?? []);
    return (
      <p>
        A new movement, {lowerFirst(document.name)}: {cues.map((text) => `“${text}”`).join(', ')}
      </p>
    );
  }
  return (
    <DifferenceList before={base} after={document} library={library} nothing="Nothing that the library doesn’t say by now." />
  );
}

function WordsChanged({ change, library }: { readonly change: LibraryChange; readonly library: IndexedLibrary }) {
  if (!change.words) return null;
  return (
    <ul className="list-disc pl-5 leading-snug">
      {wordTexts(change.words, library.lexicon).map((text) => (
        <li key={text}>{text}</li>
      ))}
    </ul>
  );
}

/** Made of what the library says now, with what was chosen where others have changed the same. */
function useJoined({ change, bases }: Suggestion, library: IndexedLibrary) {
  const [choices, setChoices] = useState<Readonly<Record<string, Choice>>>({});
  const movements = change.movements.map(({ baseRevisionId, document }) => {
    const current = library.revision(document.id);
    const base = bases.find(({ revisionId }) => revisionId === baseRevisionId)?.document;
    const key = (path: string) => `${document.id} ${path}`;
    if (!current || !base) return { current, base, document, suggested: document, conflicts: [], key };
    const chosen = (path: string) => choices[key(path)] ?? 'theirs';
    const joined = join(base, document, current.document, (conflict) => chosen(conflictKey(conflict)));
    return { current, base, document: joined.document, suggested: document, conflicts: joined.conflicts, key };
  });
  const open = movements.flatMap(({ conflicts, key }) => conflicts.filter((each) => !choices[key(conflictKey(each))]));
  const joined: LibraryChange = {
    ...change,
    movements: movements.map(({ current, document }) => ({ ...(current && { baseRevisionId: current.revisionId }), document })),
  };
  return { movements, open, joined, choices, choose: (key: string, choice: Choice) => setChoices({ ...choices, [key]: choice }) };
}

function Answering({ suggestion, library }: { readonly suggestion: Suggestion; readonly library: IndexedLibrary }) {
  const { suggestionId, trainerName } = suggestion;
  const { movements, open, joined, choices, choose } = useJoined(suggestion, library);
  const [answer, setAnswer] = useState('');
  const refresh = useRefresh();
  const reply = useMutation({
    mutationFn: (body: { readonly isAccepted: boolean; readonly change?: LibraryChange }) =>
      api.post(`suggestions/${suggestionId}/answer`, { ...body, ...(answer.trim() && { answer }) }),
    onSettled: refresh,
  });
  return (
    <>
      {movements.map(({ current, base, document, suggested, conflicts, key }) => (
        <div key={suggested.id} className="mt-1">
          {movements.length > 1 && <p className="font-bold">{suggested.name}</p>}
          <Difference base={current?.document} document={document} library={library} />
          {current &&
            base &&
            conflicts.map((conflict) => (
              <Choosing
                key={conflictKey(conflict)}
                conflict={conflict}
                sides={{ before: base, mine: suggested, theirs: current.document }}
                library={library}
                titles={{ mine: `As ${trainerName} would`, theirs: 'As it is now' }}
                legend="This was changed since it was suggested: which holds?"
                chosen={choices[key(conflictKey(conflict))]}
                onChoose={(choice) => choose(key(conflictKey(conflict)), choice)}
              />
            ))}
        </div>
      ))}
      <WordsChanged change={suggestion.change} library={library} />
      <NoteField value={answer} label={`A word to ${trainerName} (if you like)`} onChange={setAnswer} />
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-neutral min-h-11"
          disabled={open.length > 0 || reply.isPending}
          onClick={() => reply.mutate({ isAccepted: true, change: joined })}
        >
          Take it over
        </button>
        <ChangeFirst suggestion={suggestion} joined={joined} library={library} />
        <button
          type="button"
          className="btn btn-ghost min-h-11 font-normal"
          disabled={reply.isPending}
          onClick={() => reply.mutate({ isAccepted: false })}
        >
          Leave it as it is
        </button>
      </div>
      {reply.error && (
        <p role="alert" className="mt-1 font-bold">
          {reply.error.message}
        </p>
      )}
    </>
  );
}

interface ChangeFirstProps {
  readonly suggestion: Suggestion;
  readonly joined: LibraryChange;
  readonly library: IndexedLibrary;
}

/** What was suggested, as a draft of who answers: saved from there it is accepted. */
function ChangeFirst({ suggestion, joined, library }: ChangeFirstProps) {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const [first, ...neighbours] = joined.movements;
  const current = library.revision(first?.document.id ?? '');
  if (!first || !current) return null;
  const isBusy = hasDraft(me.trainerId, first.document.id);
  const begin = () => {
    keepDraft(me.trainerId, {
      ...newDraft(current),
      document: first.document,
      neighbours: neighbours.flatMap(({ document }) => {
        const base = library.revision(document.id);
        return base ? [{ base, document }] : [];
      }),
      ...(joined.words && { words: joined.words }),
    });
    void navigate(`/library/${first.document.id}?changing=yes&suggestion=${suggestion.suggestionId}`);
  };
  return (
    <>
      <button type="button" className="btn min-h-11" disabled={isBusy} onClick={begin}>
        Change it first
      </button>
      {isBusy && (
        <span className="text-quiet text-sm">You are changing this movement yourself: save that, or give it up, first.</span>
      )}
    </>
  );
}
