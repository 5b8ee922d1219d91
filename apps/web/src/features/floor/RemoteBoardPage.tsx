import { useEffect, useState, useSyncExternalStore } from 'react';
import { api, RequestRefused } from '../../shared/api.ts';
import { useTitle } from '../../shared/page.tsx';
import { BoardReader } from './boardReader.ts';
import { BoardScreen } from './BoardScreen.tsx';
import { quietAtFirst } from './soundSettings.ts';

const KEY = 'waxwing.board';

/** The board on a device where nobody signs in: six digits once, then it shows what goes on until it is closed. */
export default function RemoteBoardPage() {
  useTitle('Board');
  const [token, setToken] = useState(() => localStorage.getItem(KEY));
  const [wasShown, setWasShown] = useState(false);
  if (token === null) {
    return (
      <CodeForm
        wasShown={wasShown}
        onFound={(found) => {
          localStorage.setItem(KEY, found);
          quietAtFirst();
          setToken(found);
        }}
      />
    );
  }
  return (
    <Shown
      key={token}
      token={token}
      onGone={() => {
        localStorage.removeItem(KEY);
        setWasShown(true);
        setToken(null);
      }}
    />
  );
}

function Shown({ token, onGone }: { token: string; onGone: () => void }) {
  const [reader] = useState(() => new BoardReader(token));
  useEffect(() => {
    reader.start();
    return () => reader.close();
  }, [reader]);
  const shown = useSyncExternalStore(reader.subscribe, reader.getShown);
  const isGone = shown.kind === 'gone';
  useEffect(() => {
    if (isGone) onGone();
  }, [isGone, onGone]);
  if (shown.kind !== 'shown') {
    return <main className="bg-neutral text-neutral-content grid h-dvh place-items-center text-3xl">Asking for the board …</main>;
  }
  const { index, state, situationOf, isCutOff } = shown;
  return (
    <>
      <BoardScreen index={index} state={state} situationOf={situationOf} calls />
      {isCutOff && (
        <p role="status" className="bg-accent text-accent-content fixed right-4 bottom-4 rounded-xl px-4 py-2 text-xl font-bold">
          No network: this may be old
        </p>
      )}
    </>
  );
}

function CodeForm({ wasShown, onFound }: { wasShown: boolean; onFound: (token: string) => void }) {
  const [code, setCode] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const digits = code.replace(/\D/g, '');
  const find = async () => {
    setBusy(true);
    setError(null);
    try {
      onFound((await api.post<{ token: string }>('board-code', { code: digits })).token);
    } catch (failure) {
      setError(
        failure instanceof RequestRefused && failure.status === 404
          ? 'No board that is open has this code. Look at Floor for the digits.'
          : failure instanceof Error
            ? failure.message
            : 'That didn’t work.',
      );
      setBusy(false);
    }
  };
  return (
    <main className="bg-neutral text-neutral-content grid min-h-dvh place-items-center px-5">
      <form
        className="flex w-full max-w-md flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (digits.length === 6) void find();
          else setError('The code has six digits.');
        }}
      >
        <h1 className="text-4xl">Board</h1>
        {wasShown && <p className="text-xl">That board was closed, or its day is over.</p>}
        <label className="text-xl">
          The six digits that Floor shows
          <input
            className="input bg-base-100 text-base-content figures mt-2 h-20 w-full text-center text-5xl tracking-widest"
            inputMode="numeric"
            autoComplete="off"
            autoFocus
            maxLength={12}
            value={code}
            aria-invalid={error !== null}
            onChange={(event) => setCode(event.target.value)}
          />
        </label>
        {error && (
          <p role="alert" className="text-lg font-bold">
            {error}
          </p>
        )}
        <button type="submit" className="btn btn-accent min-h-16 text-xl" disabled={busy}>
          {busy ? 'Looking …' : 'Show the board'}
        </button>
      </form>
    </main>
  );
}
