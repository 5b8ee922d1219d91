import { useMutation } from '@tanstack/react-query';
import {
  CUE_MAX_WORDS,
  LEVERS,
  PATTERNS,
  copyOfMovement,
  isCallable,
  newMovement,
  newMovementId,
  withStep,
  wordsOf,
  type Lever,
  type MovementDocument,
  type Pattern,
} from '@waxwing/core/movement';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { RequestRefused } from '../../shared/api.ts';
import { Field, Pick } from '../../shared/Field.tsx';
import { Page } from '../../shared/page.tsx';
import { useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { forgetDraftAt, keepDraftAt, keptDraftAt } from '../../shared/device/keptDrafts.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { useAddress } from '../../shared/useAddress.ts';
import { AddByTyping } from './changing/AddByTyping.tsx';
import { Chips } from './changing/Chips.tsx';
import { movementsFound } from './changing/editor.ts';
import { patternText } from './patternText.ts';
import { useHandIn } from './saveMovement.ts';

/** How a new movement begins. */
const BEGINNINGS = [
  { value: 'empty', text: 'with nothing' },
  { value: 'copy', text: 'as a copy of another' },
  { value: 'harder', text: 'one step harder than another' },
  { value: 'easier', text: 'one step easier than another' },
] as const;
type Beginning = (typeof BEGINNINGS)[number]['value'];

/** A new movement: a name, a pattern and a cue, or what another one says. */
export default function NewMovementPage() {
  const { library, error, refetch } = useLibrary();
  return (
    <Page title="A new movement">
      {error && <Failed what="the library" error={error} onRetry={() => void refetch()} />}
      {!error && !library && <Loading what="the library" />}
      {library && <NewMovement library={library} />}
    </Page>
  );
}

/** What was typed so far: kept on the device until it is saved. */
interface Typed {
  readonly name: string;
  readonly pattern: Pattern | '';
  readonly cue: string;
  readonly levers: readonly Lever[];
}

const NOTHING: Typed = { name: '', pattern: '', cue: '', levers: [] };

function useTyped(key: string) {
  const [typed, setTyped] = useState<Typed>(() => ({ ...NOTHING, ...keptDraftAt<Partial<Typed>>(key) }));
  const type = (part: Partial<Typed>) => {
    const next = { ...typed, ...part };
    setTyped(next);
    keepDraftAt(key, next);
  };
  return { typed, type, forget: () => forgetDraftAt(key) };
}

function NewMovement({ library }: { readonly library: IndexedLibrary }) {
  const { me } = useSignedIn();
  const address = useAddress();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const handIn = useHandIn();
  const { typed, type, forget } = useTyped(`waxwing.new.${me.trainerId}`);
  const [isTried, setTried] = useState(false);
  const asked = BEGINNINGS.find(({ value }) => value === address.get('as'))?.value ?? 'empty';
  const from = library.revision(address.get('from') ?? '');
  const isEmpty = asked === 'empty';
  const save = useMutation({
    mutationFn: (documents: readonly MovementDocument[]) =>
      handIn.send({
        movements: documents.map((document) => {
          const base = library.revision(document.id);
          return { ...(base && { baseRevisionId: base.revisionId }), document };
        }),
      }),
    onSuccess: async (_, [made]) => {
      forget();
      await refresh();
      void navigate(handIn.isSaved ? `/library/${made!.id}?changing=yes` : '/inbox');
    },
  });
  const same = called(typed.name, library);
  const problems = problemsOf(typed, asked, from !== undefined);
  const said = (field: keyof typeof problems) => (isTried ? problems[field] : undefined);
  const submit = () => {
    setTried(true);
    if (Object.values(problems).some(Boolean) || save.isPending) return;
    save.mutate(madeOf({ typed, asked, from: from?.document, library, studioName: me.studioName }));
  };
  return (
    <form
      className="grid max-w-2xl gap-5"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Field
        label="Name"
        autoFocus
        maxLength={80}
        value={typed.name}
        problem={said('name')}
        hint={
          same && (
            <>
              <Link className="link" to={`/library/${same.id}`}>
                {same.name}
              </Link>{' '}
              is called so already.
            </>
          )
        }
        onChange={({ target }) => type({ name: target.value })}
      />
      <div>
        <Chips
          label="How it begins"
          lead="begins"
          options={BEGINNINGS}
          chosen={[asked]}
          onToggle={(value: Beginning) => address.set({ as: value === 'empty' ? null : value })}
        />
        {!isEmpty && (
          <div className="flex flex-wrap items-center gap-x-3">
            {from && <b className="text-lg">{from.document.name}</b>}
            <AddByTyping
              text={from ? 'another' : 'which'}
              label="From which movement"
              placeholder="a movement"
              find={(text) => movementsFound(library, text, [])}
              onTake={(id) => address.set({ from: id })}
            />
          </div>
        )}
        {said('from') && (
          <p role="alert" className="text-sm font-bold">
            {said('from')}
          </p>
        )}
      </div>
      {(asked === 'harder' || asked === 'easier') && (
        <div>
          <Chips
            label="What changes between them"
            lead="what changes"
            options={LEVERS.map((value) => ({ value, text: library.lexicon.levers.get(value)?.name ?? value }))}
            chosen={typed.levers}
            onToggle={(lever, isChosen) =>
              type({ levers: isChosen ? [...typed.levers, lever].slice(-5) : typed.levers.filter((each) => each !== lever) })
            }
          />
          {said('levers') && (
            <p role="alert" className="text-sm font-bold">
              {said('levers')}
            </p>
          )}
        </div>
      )}
      {isEmpty && (
        <>
          <Pick
            label="Pattern"
            value={typed.pattern}
            problem={said('pattern')}
            options={[{ value: '', text: 'which' }, ...PATTERNS.map((value) => ({ value, text: patternText(value) }))]}
            onChange={({ target }) => type({ pattern: target.value as Pattern | '' })}
          />
          <Field
            label="The first cue"
            maxLength={60}
            placeholder="what you call out"
            value={typed.cue}
            problem={said('cue')}
            hint={
              typed.cue !== '' && !isCallable(typed.cue) && `Longer than ${CUE_MAX_WORDS} words: too long to call across a room.`
            }
            onChange={({ target }) => type({ cue: target.value })}
          />
        </>
      )}
      {save.error && (
        <div role="alert" className="font-bold">
          <p>{save.error.message}</p>
          {save.error instanceof RequestRefused && save.error.problems.map(({ path, message }) => <p key={path}>{message}</p>)}
        </div>
      )}
      <button type="submit" className="btn btn-neutral min-h-11 justify-self-start" disabled={save.isPending}>
        {handIn.isSaved ? 'Save it and go on' : 'Suggest it'}
      </button>
      <p className="text-quiet">
        {isEmpty
          ? 'That is enough to find it, to start with it and to coach with it. The rest can follow when you know it.'
          : 'It says what the other one says until you change it.'}
      </p>
    </form>
  );
}

/** The movement that bears a name already. */
function called(name: string, { revisions }: IndexedLibrary): MovementDocument | undefined {
  const plain = (text: string) => wordsOf(text).join(' ');
  const own = plain(name);
  if (own === '') return undefined;
  return revisions.find(({ document }) => [document.name, ...document.otherNames].some((each) => plain(each) === own))?.document;
}

function problemsOf(typed: Typed, asked: Beginning, hasFrom: boolean) {
  const isEmpty = asked === 'empty';
  return {
    name: typed.name.trim().length < 2 ? 'It needs a name, of two letters at least.' : undefined,
    pattern: isEmpty && typed.pattern === '' ? 'Which pattern is it?' : undefined,
    cue: isEmpty && typed.cue.trim().length < 2 ? 'What do you call out first?' : undefined,
    from: !isEmpty && !hasFrom ? 'From which movement?' : undefined,
    levers:
      (asked === 'harder' || asked === 'easier') && typed.levers.length === 0
        ? 'What changes on the way: at least one.'
        : undefined,
  };
}

interface Making {
  readonly typed: Typed;
  readonly asked: Beginning;
  readonly from: MovementDocument | undefined;
  readonly library: IndexedLibrary;
  readonly studioName: string;
}

/** The new movement first, then the one on which the step to it stands. */
function madeOf({ typed, asked, from, library, studioName }: Making): readonly MovementDocument[] {
  const { name, pattern, cue, levers } = typed;
  const id = newMovementId(studioName, name, (each) => library.revision(each) !== undefined);
  if (asked === 'empty' || !from) {
    const documents = library.revisions.map(({ document }) => document);
    return [newMovement({ id, name, pattern: pattern as Pattern, cue }, documents, library.lexicon)];
  }
  const copy = copyOfMovement(from, { id, name });
  if (asked === 'harder') return [copy, withStep(from, id, levers)];
  return [asked === 'easier' ? withStep(copy, from.id, levers) : copy];
}
