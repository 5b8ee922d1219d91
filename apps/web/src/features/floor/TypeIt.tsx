import clsx from 'clsx';
import { Plus } from 'lucide-react';
import { useState } from 'react';

interface TypeItProps {
  /** On the button: what the library lacks. */
  readonly text: string;
  readonly label: string;
  readonly placeholder: string;
  readonly most: number;
  /** What pressing Enter does. */
  readonly done: string;
  readonly onTyped: (text: string) => void;
  readonly className?: string;
}

/** Something that isn't in the library, typed in the middle of a set: a few letters and Enter. */
export function TypeIt({ text, label, placeholder, most, done, onTyped, className }: TypeItProps) {
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
  return (
    <form
      className={clsx('flex gap-2', className)}
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
    </form>
  );
}
