import clsx from 'clsx';
import { useId, useState } from 'react';

export interface PickOption {
  readonly id: string;
  readonly text: string;
  /** Said smaller beside it. */
  readonly note?: string | undefined;
}

interface PickByTypingProps {
  readonly label: string;
  readonly placeholder?: string;
  readonly most?: number;
  /** What there is already of what is typed. */
  readonly find?: (typed: string) => readonly PickOption[];
  readonly onTake?: (id: string) => void;
  /** What is made of what was typed where nothing that there is will do; comes first in the list where it is what is usual. */
  readonly onNew?: (typed: string) => void;
  readonly newText?: (typed: string) => string;
  readonly isNewFirst?: boolean;
  /** Said under what is being typed. */
  readonly problemOf?: (typed: string) => string | null;
  readonly onClose: () => void;
}

const NEW = '';

/** A field in which one types to find something, or to make it; the arrows choose, Enter takes, Escape gives up. */
export function PickByTyping(props: PickByTypingProps) {
  const { label, placeholder, most = 80, find, onTake, onNew, newText, isNewFirst = false, problemOf, onClose } = props;
  const id = useId();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const text = typed.trim();
  const found = find?.(text) ?? [];
  const isExact = found.some((option) => option.text.toLowerCase() === text.toLowerCase());
  const made: PickOption[] = onNew && text !== '' && !isExact ? [{ id: NEW, text: newText?.(text) ?? `“${text}”` }] : [];
  const options = isNewFirst ? [...made, ...found] : [...found, ...made];
  const active = Math.min(at, options.length - 1);
  const problem = text === '' ? null : (problemOf?.(text) ?? null);
  const take = (option: PickOption | undefined) => {
    if (!option) return;
    if (option.id === NEW) onNew?.(text);
    else onTake?.(option.id);
  };
  return (
    <div>
      <input
        autoFocus
        role="combobox"
        aria-label={label}
        aria-expanded={options.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={active >= 0 ? `${id}-${active}` : undefined}
        aria-autocomplete="list"
        aria-describedby={problem ? `${id}-problem` : undefined}
        className="input bg-panel min-h-11 w-full text-base"
        placeholder={placeholder}
        maxLength={most}
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          setAt(0);
        }}
        // What was typed is not thrown away by looking elsewhere.
        onBlur={() => text === '' && onClose()}
        onKeyDown={(event) => {
          if (event.nativeEvent.isComposing) return;
          if (event.key === 'Escape') {
            event.stopPropagation();
            onClose();
          } else if (event.key === 'Enter') {
            event.preventDefault();
            take(options[active]);
          } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            const step = event.key === 'ArrowDown' ? 1 : -1;
            setAt(Math.max(0, Math.min(options.length - 1, active + step)));
          }
        }}
      />
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-0.5 text-sm font-bold">
          {problem}
        </p>
      )}
      <ul
        id={`${id}-list`}
        role="listbox"
        aria-label={label}
        className={clsx(options.length > 0 && 'border-base-300 bg-panel mt-1 max-h-72 overflow-y-auto rounded-lg border')}
      >
        {options.map((option, i) => (
          <li
            key={option.id}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === active}
            className={clsx('min-h-11 cursor-pointer px-2 py-2 leading-tight', i === active && 'bg-base-200')}
            // Before the field loses the focus.
            onPointerDown={(event) => event.preventDefault()}
            onClick={() => take(option)}
          >
            {option.text}
            {option.note && <span className="text-quiet block text-sm">{option.note}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}
