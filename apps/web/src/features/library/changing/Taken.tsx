import { X } from 'lucide-react';

interface TakenProps {
  /** What they are, to who doesn’t see where they stand. */
  readonly label: string;
  readonly lead: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
  readonly onRemove: (value: string) => void;
}

/** What was taken into a list of words, each of which can be taken out again. */
export function Taken({ label, lead, options, onRemove }: TakenProps) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-x-1">
      <span className="text-quiet px-1 text-sm">{lead}</span>
      {options.map(({ value, text }) => (
        <button
          key={value}
          type="button"
          aria-label={`Take out “${text}”`}
          className="hover:bg-base-200 flex min-h-11 cursor-pointer items-center gap-1 rounded px-1.5 text-left leading-tight"
          onClick={() => onRemove(value)}
        >
          {text} <X aria-hidden="true" size={14} className="text-quiet shrink-0" />
        </button>
      ))}
    </div>
  );
}
