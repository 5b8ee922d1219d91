import { useId, useState } from 'react';

interface WholeProps {
  readonly label: string;
  readonly value: number | null;
  /** What stands there while nothing is said. */
  readonly advised?: number;
  readonly least: number;
  readonly most: number;
  readonly onChange: (value: number | undefined) => void;
  readonly wide?: string;
}

/** A whole number that is taken as it is typed; what is none stays, with what would be right. Emptied, it is no longer said. */
export function Whole({ label, value, advised, least, most, onChange, wide = 'w-24' }: WholeProps) {
  const id = useId();
  const [typed, setTyped] = useState<{ readonly text: string; readonly of: number | null } | null>(null);
  // Undo, or another device, changes what stands here; what is being typed doesn't.
  const text = typed && typed.of === value ? typed.text : value === null ? '' : String(value);
  const number = Number(text);
  const isRight = text.trim() === '' ? advised !== undefined : /^\d+$/.test(text.trim()) && number >= least && number <= most;
  return (
    <div className={wide}>
      <label htmlFor={id} className="text-quiet block text-sm">
        {label}
      </label>
      <input
        id={id}
        className="input bg-panel figures min-h-11 w-full text-lg"
        inputMode="numeric"
        value={text}
        placeholder={advised === undefined ? undefined : String(advised)}
        aria-invalid={!isRight}
        aria-describedby={isRight ? undefined : `${id}-problem`}
        onChange={({ target }) => {
          const next = target.value.trim();
          const isNumber = /^\d+$/.test(next) && Number(next) >= least && Number(next) <= most;
          const taken = isNumber ? Number(next) : next === '' && advised !== undefined ? null : value;
          setTyped({ text: target.value, of: taken });
          if (taken !== value) onChange(taken ?? undefined);
        }}
        onBlur={() => isRight && setTyped(null)}
      />
      {!isRight && (
        <p id={`${id}-problem`} role="alert" className="text-sm font-bold">
          {least} to {most}
        </p>
      )}
    </div>
  );
}
