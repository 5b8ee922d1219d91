import clsx from 'clsx';
import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';

/** What the library has that may be meant by what is typed. */
export interface MeantChoice {
  readonly id: string;
  readonly name: string;
  readonly mark?: ReactNode;
}

interface TypeItProps {
  /** On the button: what the library lacks. */
  readonly text: string;
  readonly label: string;
  readonly placeholder: string;
  readonly most: number;
  /** What pressing Enter does. */
  readonly done: string;
  readonly onTyped: (text: string) => void;
  readonly meant?: (text: string) => readonly MeantChoice[];
  readonly onMeant?: (id: string) => void;
  readonly className?: string;
}

/** Something that isn't in the library, typed in the middle of a set: a few letters and Enter. */
export function TypeIt({ text, label, placeholder, most, done, onTyped, meant, onMeant, className }: TypeItProps) {
  const [typed, setTyped] = useState<string | null>(null);
  if (typed === null) {
    return (
      <button
        type="button"
        className={clsx('btn btn-ghost min-h-14 justify-start text-lg font-normal', className)}
        onClick={() => setTyped('')}
      >
        <Plus aria-hidden="true" size={20} /> {text}
      </button>
    );
  }
  const words = typed.trim();
  const choices = words.length < 3 ? [] : (meant?.(words) ?? []);
  return (
    <form
      className={clsx('relative flex gap-2', className)}
      onSubmit={(event) => {
        event.preventDefault();
        if (words.length < 2) return;
        setTyped(null);
        onTyped(words);
      }}
    >
      <input
        autoFocus
        aria-label={label}
        placeholder={placeholder}
        className="input bg-panel min-h-14 min-w-0 flex-1 text-lg"
        maxLength={most}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={(event) => event.key === 'Escape' && setTyped(null)}
      />
      <button type="submit" className="btn btn-primary min-h-14 px-4" disabled={words.length < 2}>
        {done}
      </button>
      {choices.length > 0 && (
        <ul
          aria-label="You may mean"
          // Above the field: below it is the edge of the screen, or the keyboard.
          className="bg-panel border-base-content absolute inset-x-0 bottom-full z-10 mb-2 rounded-2xl border p-1"
        >
          {choices.map(({ id, name, mark }) => (
            <li key={id}>
              <button
                type="button"
                className="btn btn-ghost min-h-12 w-full justify-start text-left text-lg leading-tight font-bold"
                onClick={() => {
                  setTyped(null);
                  onMeant?.(id);
                }}
              >
                {mark} {name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
