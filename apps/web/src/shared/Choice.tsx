interface ChoiceProps {
  readonly label: string;
  readonly value: string | null;
  /** What stands there when nothing is chosen. */
  readonly none: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
  readonly onChoose: (value: string) => void;
  /** One of many on a page, of which none is what is looked for: not marked. */
  readonly isQuiet?: boolean;
}

/** One of several, or none; says what it narrows even when nothing is chosen. */
export function Choice({ label, value, none, options, onChoose, isQuiet = false }: ChoiceProps) {
  return (
    <label className="inline-flex min-h-11 items-center">
      <span className="sr-only">{label}</span>
      <select
        className={`select select-ghost h-9 rounded-none w-auto max-w-72 ${isQuiet ? 'pl-1 text-sm' : 'pl-2 text-base'} ${value && !isQuiet ? 'tail font-bold' : 'text-quiet'}`}
        value={value ?? ''}
        onChange={(event) => onChoose(event.target.value)}
      >
        <option value="">{none}</option>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.text}
          </option>
        ))}
      </select>
    </label>
  );
}
