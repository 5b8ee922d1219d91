import clsx from 'clsx';
import { Search } from 'lucide-react';
import { useState } from 'react';

interface SearchFieldProps {
  readonly label: string;
  readonly placeholder: string;
  /** What the address says. It follows the field; only what changes it from elsewhere changes the field. */
  readonly value: string;
  readonly onSearch: (text: string) => void;
  readonly className?: string;
  readonly autoFocus?: boolean;
}

/** A search that is typed into. The field owns its text, so that no letter waits for, or is lost to, whatever the page does with it. */
export function SearchField({ label, placeholder, value, onSearch, className, autoFocus }: SearchFieldProps) {
  const [field, setField] = useState<Field>({ text: value, seen: value, told: [] });
  const now = value === field.seen ? field : afterValue(field, value);
  if (now !== field) setField(now);
  return (
    <label className={clsx('input bg-panel flex w-full items-center gap-3 text-lg', className)}>
      <Search aria-hidden="true" size={22} />
      <span className="sr-only">{label}</span>
      <input
        // A dialog that opens gives the focus to what says so in the page itself; React's own way comes before it is open.
        ref={autoFocus ? (input) => input?.setAttribute('autofocus', '') : undefined}
        type="search"
        value={now.text}
        autoFocus={autoFocus}
        maxLength={200}
        placeholder={placeholder}
        onChange={({ target: { value: text } }) => {
          setField((before) => ({ ...before, text, told: [...before.told, text] }));
          onSearch(text);
        }}
      />
    </label>
  );
}

interface Field {
  readonly text: string;
  /** The value that came last. */
  readonly seen: string;
  /** What was said since, oldest first, and hasn't come back as the value yet. */
  readonly told: readonly string[];
}

/** A value that this field told is an echo, however late; any other came from elsewhere (Back, “show all”) and is shown. */
export function afterValue(field: Field, value: string): Field {
  const echo = field.told.indexOf(value);
  return echo < 0 ? { text: value, seen: value, told: [] } : { ...field, seen: value, told: field.told.slice(echo + 1) };
}
