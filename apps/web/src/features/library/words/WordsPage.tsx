import { useMutation, useQuery } from '@tanstack/react-query';
import type { WordChange } from '@waxwing/core/api';
import {
  WORD_NAMES,
  WordIndex,
  changeTexts,
  differences,
  freeSlug,
  join,
  slugOf,
  wordName,
  wordsIn,
  type Word,
  type WordsSave,
} from '@waxwing/core/movement';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api, RequestRefused } from '../../../shared/api.ts';
import { momentText } from '../../../shared/dates.ts';
import { DoneWithUndo } from '../../../shared/DoneWithUndo.tsx';
import { LibraryNav } from '../../../shared/LibraryNav.tsx';
import { Page } from '../../../shared/page.tsx';
import { useLibrary, useRefresh, type IndexedLibrary } from '../../../shared/queries.ts';
import { SearchField } from '../../../shared/SearchField.tsx';
import { useSignedIn } from '../../../shared/signedIn.tsx';
import { SortButtons, useSorting } from '../../../shared/sorting.tsx';
import { Failed, Loading } from '../../../shared/states.tsx';
import { useAddress } from '../../../shared/useAddress.ts';
import { AddByTyping } from '../changing/AddByTyping.tsx';
import { Chips } from '../changing/Chips.tsx';
import { saveChange, undoChange } from '../saveMovement.ts';
import { useWordDrafts, type WordDraft } from './useWordDraft.ts';
import { WordFields } from './WordFields.tsx';
import { KEPT_LISTS, LIST_TITLES, NAME_MOST, NEW_WORDS, wordsLike, type KeptList } from './wordLists.ts';

/** The words that movements are told in: where each is used, what it is called, and what changed in it. */
export default function WordsPage() {
  const { library, error, refetch } = useLibrary();
  return (
    <Page title="Words" aside={<LibraryNav />}>
      {error && <Failed what="the library" error={error} onRetry={() => void refetch()} />}
      {!error && !library && <Loading what="the library" />}
      {library && <Words library={library} />}
    </Page>
  );
}

/** Saves words one at a time; the last can be taken back. */
function useSaving() {
  const refresh = useRefresh();
  const [done, setDone] = useState<{ readonly text: string; readonly number: number } | null>(null);
  const save = useMutation({
    mutationFn: ({ words }: { readonly words: WordsSave; readonly text: string }) => saveChange({ movements: [], words }),
    onSuccess: ({ number }, { text }) => setDone(number === null ? null : { text, number }),
    onSettled: refresh,
  });
  const undo = useMutation({ mutationFn: undoChange, onSuccess: () => setDone(null), onSettled: refresh });
  return {
    done,
    error: undo.error ?? save.error,
    isPending: save.isPending || undo.isPending,
    save: (words: WordsSave, text: string, onSaved?: () => void) => {
      undo.reset();
      save.mutate({ words, text }, { ...(onSaved && { onSuccess: onSaved }) });
    },
    undo: () => done && undo.mutate(done.number),
  };
}

type Saving = ReturnType<typeof useSaving>;

function Words({ library }: { readonly library: IndexedLibrary }) {
  const { me } = useSignedIn();
  const address = useAddress();
  const list = KEPT_LISTS.find((each) => each === address.get('list')) ?? 'faultTypes';
  const query = address.get('q') ?? '';
  const known = wordsIn(library.vocabulary, list);
  const { drafts, change, rebase, forget } = useWordDrafts(list, library);
  const saving = useSaving();
  const index = useMemo(
    () =>
      new WordIndex(
        [...library.revisions, ...library.putAway].map(({ document }) => document),
        library.vocabulary,
      ),
    [library],
  );
  const all = [...new Map([...known, ...Object.entries(drafts).map(([id, { after }]) => [id, after] as const)]).values()];
  const found = wordsLike(all, query);
  const usesOf = (word: Word) => index.of(list, word.id).movements.length;
  const byName = (a: Word, b: Word) => wordName(a).localeCompare(wordName(b));
  const sorting = useSorting<Word>([
    { id: 'name', name: 'name', compare: byName },
    { id: 'uses', name: 'uses', compare: (a, b) => usesOf(b) - usesOf(a) || byName(a, b) },
  ]);
  const id = address.get('word');
  const opened = id === null ? undefined : (drafts[id]?.after ?? known.get(id));
  const add = (name: string) => {
    if (list === 'basePoses') return;
    const made = freeSlug(slugOf(name, 'word'), (slug) => known.has(slug) || slug in drafts);
    const word = NEW_WORDS[list](made, name);
    change(made, word, word);
    address.set({ word: made });
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <Chips
          label="Which words"
          options={KEPT_LISTS.map((value) => ({
            value,
            text: `${LIST_TITLES[value]} ${library.vocabulary[value]?.length ?? 0}`,
          }))}
          chosen={[list]}
          onToggle={(value) => address.set({ list: value, word: null, q: null })}
        />
      </div>
      <DoneWithUndo done={saving.done?.text} className="" onUndo={saving.undo} />
      {saving.error && <Trouble error={saving.error} />}
      <div className="grid items-start gap-x-10 gap-y-4 lg:grid-cols-[24rem_1fr]">
        <div className={clsx('min-w-0 lg:sticky lg:top-4', opened && 'max-lg:hidden')}>
          <SearchField
            key={list}
            label={`Find one of ${LIST_TITLES[list].toLowerCase()}`}
            placeholder="Name, or another name"
            value={query}
            onSearch={(text) => address.set({ q: text })}
          />
          {me.keepsLibrary && list !== 'basePoses' && (
            <AddByTyping
              text={`a new ${WORD_NAMES[list]}`}
              label={`A new ${WORD_NAMES[list]}`}
              placeholder="what it is called"
              most={NAME_MOST[list]}
              find={(typed) =>
                typed === ''
                  ? []
                  : wordsLike(all, typed)
                      .slice(0, 5)
                      .map((word) => ({ id: word.id, text: wordName(word) }))
              }
              onTake={(word) => address.set({ word })}
              onNew={add}
              newText={(typed) => `“${typed}”, as a new one`}
            />
          )}
          {!query && <SortButtons sorting={sorting} />}
          <ul aria-label={LIST_TITLES[list]} className="lg:max-h-[calc(100dvh-9rem)] lg:overflow-y-auto">
            {(query ? found : sorting.sorted(found)).map((word) => (
              <Row
                key={word.id}
                word={word}
                uses={usesOf(word)}
                isOpen={word.id === id}
                isDraft={word.id in drafts}
                onOpen={() => address.set({ word: word.id })}
              />
            ))}
          </ul>
          {found.length === 0 && <p className="text-quiet py-3">Nothing is called so here.</p>}
        </div>
        {opened && id !== null ? (
          <Entry
            key={`${list} ${id}`}
            list={list}
            word={opened}
            draft={drafts[id]}
            now={known.get(id)}
            library={library}
            index={index}
            saving={saving}
            onChange={(word) => change(id, opened, word)}
            onRebase={(word) => rebase(id, word)}
            onForget={() => forget(id)}
            onClose={() => address.set({ word: null })}
          />
        ) : (
          <p className="text-quiet max-w-xl text-lg max-lg:hidden">
            {id === null ? 'Pick a word: where it stands, what it is called, what changed in it.' : 'There is no such word.'}
          </p>
        )}
      </div>
    </>
  );
}

function Trouble({ error }: { readonly error: Error }) {
  return (
    <div role="alert" className="mb-2 font-bold">
      <p>{error.message.replace(/\.$/, '')}. What you typed is kept on this device.</p>
      {error instanceof RequestRefused && error.problems.map(({ path, message }) => <p key={path + message}>{message}</p>)}
    </div>
  );
}

interface RowProps {
  readonly word: Word;
  readonly uses: number;
  readonly isOpen: boolean;
  readonly isDraft: boolean;
  readonly onOpen: () => void;
}

function usesText(count: number): string {
  return count === 0 ? 'not used' : count === 1 ? '1 movement' : `${count} movements`;
}

function Row({ word, uses, isOpen, isDraft, onOpen }: RowProps) {
  const { otherNames = [] } = word as { readonly otherNames?: readonly string[] };
  return (
    <li className="border-base-300 border-b">
      <button
        type="button"
        aria-current={isOpen ? 'true' : undefined}
        className="hover:bg-base-200 flex min-h-12 w-full cursor-pointer items-baseline gap-x-3 px-2 py-2 text-left"
        onClick={onOpen}
      >
        <span className="min-w-0 flex-1 leading-tight">
          <span className={clsx(isOpen && 'tail font-bold')}>{wordName(word)}</span>
          {otherNames.length > 0 && <span className="text-quiet block truncate text-sm">{otherNames.join(', ')}</span>}
        </span>
        <span className="text-quiet figures shrink-0 text-sm">{isDraft ? 'being changed' : usesText(uses)}</span>
      </button>
    </li>
  );
}

interface EntryProps {
  readonly list: KeptList;
  readonly word: Word;
  readonly draft: WordDraft | undefined;
  /** As the library has it; nothing while it is new. */
  readonly now: Word | undefined;
  readonly library: IndexedLibrary;
  readonly index: WordIndex;
  readonly saving: Saving;
  readonly onChange: (word: Word) => void;
  readonly onRebase: (word: Word) => void;
  readonly onForget: () => void;
  readonly onClose: () => void;
}

/** A word: what it says, where it is used, what it could be joined with, and what changed in it. */
function Entry(props: EntryProps) {
  const { list, word, draft, now, library, index, saving, onChange, onForget, onClose } = props;
  const { me } = useSignedIn();
  const uses = index.of(list, word.id);
  const isUsed = uses.movements.length + uses.words.length > 0;
  const name = wordName(now ?? word);
  return (
    <article aria-label={name} className="min-w-0">
      <button type="button" className="link min-h-11 cursor-pointer lg:hidden" onClick={onClose}>
        All {LIST_TITLES[list].toLowerCase()}
      </button>
      {me.keepsLibrary ? (
        <WordFields list={list} word={word} library={library} onChange={onChange} />
      ) : (
        <>
          <h2 className="text-2xl">{name}</h2>
          <p className="text-quiet">{((word as { otherNames?: string[] }).otherNames ?? []).join(', ')}</p>
        </>
      )}
      {draft && <Changed {...props} draft={draft} />}
      <section aria-label="Where it is used" className="mt-5">
        <h3 className="text-xl">Used</h3>
        <Uses uses={uses} library={library} />
      </section>
      {me.keepsLibrary && now && !draft && (
        <div className="mt-3 flex flex-wrap items-center gap-x-4">
          {(list === 'faultTypes' || list === 'cues') && (
            <Joining list={list} word={now} library={library} saving={saving} onClose={onClose} />
          )}
          {!isUsed && (
            <button
              type="button"
              className="link min-h-11 cursor-pointer"
              disabled={saving.isPending}
              onClick={() =>
                saving.save({ after: {}, before: {}, removed: [{ list, id: word.id }] }, `“${name}” is gone.`, () => {
                  onForget();
                  onClose();
                })
              }
            >
              remove it
            </button>
          )}
        </div>
      )}
      {now && <History list={list} id={word.id} />}
    </article>
  );
}

/** What is otherwise than in the library; saved, or given up. */
function Changed({ list, draft, now, saving, onRebase, onForget, onClose }: EntryProps & { readonly draft: WordDraft }) {
  const { before, after } = draft;
  const texts = changeTexts(list, before ?? undefined, after);
  const isBehind = before !== null && now !== undefined && differences(before, now).length > 0;
  const joined = isBehind ? join(before, after, now) : null;
  const save = () =>
    saving.save(
      { after: { [list]: [after] }, before: before ? { [list]: [before] } : {} },
      `“${wordName(after)}” is saved.`,
      onForget,
    );
  return (
    <section aria-label="What you changed" className="border-base-content bg-base-100 sticky bottom-0 z-10 mt-4 border-t-2 py-2">
      {joined && now && (
        <div role="alert" className="border-warning mb-2 border-l-4 pl-3">
          <p className="font-bold">Somebody changed this in the meantime:</p>
          <ul className="list-disc pl-5">
            {changeTexts(list, before!, now).map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
          {joined.conflicts.length === 0 ? (
            <button type="button" className="btn mt-1 min-h-11" onClick={() => onRebase(joined.document)}>
              Keep both
            </button>
          ) : (
            <div className="mt-1 flex flex-wrap gap-2">
              <button
                type="button"
                className="btn min-h-11"
                onClick={() => onRebase(join(before!, after, now, () => 'mine').document)}
              >
                Keep mine where we both changed it
              </button>
              <button type="button" className="btn min-h-11" onClick={() => onRebase(joined.document)}>
                Keep theirs there
              </button>
            </div>
          )}
        </div>
      )}
      <ul className="list-disc pl-5 leading-snug">
        {texts.length === 0 ? <li>Nothing changed.</li> : texts.map((text) => <li key={text}>{text}</li>)}
      </ul>
      <div className="mt-2 flex flex-wrap gap-3">
        <button
          type="button"
          className="btn btn-neutral min-h-11"
          disabled={texts.length === 0 || isBehind || saving.isPending}
          onClick={save}
        >
          Save
        </button>
        <button
          type="button"
          className="btn btn-ghost min-h-11 font-normal"
          onClick={() => {
            onForget();
            if (!now) onClose();
          }}
        >
          Give it up
        </button>
      </div>
    </section>
  );
}

const USES_SHOWN = 24;

function Uses({ uses, library }: { readonly uses: ReturnType<WordIndex['of']>; readonly library: IndexedLibrary }) {
  const [isAll, setAll] = useState(false);
  const { movements, words } = uses;
  const shown = isAll ? movements : movements.slice(0, USES_SHOWN);
  if (movements.length + words.length === 0) return <p className="text-quiet">Nowhere.</p>;
  return (
    <>
      {words.length > 0 && <p className="text-quiet">by other words: {words.map((word) => nameIn(library, word)).join(', ')}</p>}
      <ul className="flex flex-wrap gap-x-4">
        {shown.map((id) => (
          <li key={id}>
            <Link className="link flex min-h-11 items-center" to={`/library/${id}`}>
              {library.nameOf(id)}
            </Link>
          </li>
        ))}
        {movements.length > shown.length && (
          <li>
            <button type="button" className="btn btn-ghost min-h-11 font-normal" onClick={() => setAll(true)}>
              and {movements.length - shown.length} more
            </button>
          </li>
        )}
      </ul>
    </>
  );
}

function nameIn({ vocabulary }: IndexedLibrary, { list, id }: ReturnType<WordIndex['of']>['words'][number]): string {
  const word = wordsIn(vocabulary, list).get(id);
  return word ? `“${wordName(word)}”` : id;
}

interface JoiningProps {
  readonly list: 'faultTypes' | 'cues';
  readonly word: Word;
  readonly library: IndexedLibrary;
  readonly saving: Saving;
  readonly onClose: () => void;
}

/** It is the same as another: that one stands in its place from now on, with its history. */
function Joining({ list, word, library, saving, onClose }: JoiningProps) {
  const others = [...wordsIn(library.vocabulary, list).values()].filter(({ id }) => id !== word.id);
  return (
    <AddByTyping
      text="it is the same as another"
      label={`What “${wordName(word)}” is the same as`}
      placeholder="the one that stays"
      find={(typed) =>
        typed === ''
          ? []
          : wordsLike(others, typed)
              .slice(0, 8)
              .map((each) => ({ id: each.id, text: wordName(each) }))
      }
      onTake={(now) => {
        const into = others.find(({ id }) => id === now)!;
        const alias = { of: list === 'cues' ? ('cue' as const) : ('fault-type' as const), id: word.id, now };
        saving.save(
          { after: { aliases: [alias] }, before: {} },
          `“${wordName(word)}” is “${wordName(into)}” from now on, with what was logged of it.`,
          onClose,
        );
      }}
    />
  );
}

function History({ list, id }: { readonly list: KeptList; readonly id: string }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details className="mt-3" open={isOpen} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2">What changed in it</summary>
      {isOpen && <Revisions list={list} id={id} />}
    </details>
  );
}

function Revisions({ list, id }: { readonly list: KeptList; readonly id: string }) {
  const { data, error, refetch } = useQuery({
    queryKey: ['word', list, id],
    queryFn: () => api.get<readonly WordChange[]>(`library/words/${list}/${encodeURIComponent(id)}/revisions`),
    refetchOnMount: 'always',
  });
  if (error) return <Failed what="what changed" error={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="what changed" />;
  return (
    <ol>
      {data.map(({ number, word, authorName, createdAt }, at) => {
        const before = data[at + 1]?.word;
        const texts = word ? changeTexts(list, before ?? undefined, word) : ['It went.'];
        return (
          <li key={number} className="border-base-300 border-t py-2">
            <p className="text-quiet text-sm">
              {authorName}, {momentText(createdAt)}
            </p>
            {texts.map((text) => (
              <p key={text}>{text}</p>
            ))}
          </li>
        );
      })}
    </ol>
  );
}
