import clsx from 'clsx';

interface ChipsProps<Value extends string> {
  readonly label: string;
  /** Stands before them. */
  readonly lead?: string;
  readonly options: readonly { readonly value: Value; readonly text: string }[];
  readonly chosen: readonly Value[];
  readonly onToggle: (value: Value, isChosen: boolean) => void;
}

/** A few words in a row; those that hold have the tail under them. */
export function Chips<Value extends string>({ label, lead, options, chosen, onToggle }: ChipsProps<Value>) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-x-1">
      {lead && <span className="text-quiet px-1 text-sm">{lead}</span>}
      {options.map(({ value, text }) => {
        const isChosen = chosen.includes(value);
        return (
          <button
            key={value}
            type="button"
            aria-pressed={isChosen}
            className="hover:bg-base-200 min-h-11 cursor-pointer rounded px-1.5 text-left leading-tight"
            onClick={() => onToggle(value, !isChosen)}
          >
            <span className={clsx(isChosen && 'tail font-bold')}>{text}</span>
          </button>
        );
      })}
    </div>
  );
}
