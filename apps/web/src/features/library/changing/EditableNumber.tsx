import { useState } from 'react';

interface EditableNumberProps {
  readonly label: string;
  readonly value: number | undefined;
  readonly least: number;
  readonly most: number;
  readonly isWhole?: boolean;
  readonly unit?: string;
  /** Nothing where the field is emptied and may be. */
  readonly onChange: (value: number | undefined) => void;
  readonly mayBeEmpty?: boolean;
}

/** A number as it is typed; only one that can be is passed on, and what is wrong with another is said. */
export function EditableNumber(props: EditableNumberProps) {
  const { label, value, least, most, isWhole = true, unit, onChange, mayBeEmpty = false } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === undefined ? '' : String(value));
  const problem = typed === null ? null : problemOf(typed, props);
  return (
    <label className="inline-flex flex-wrap items-center gap-1">
      <span className="text-quiet text-sm">{label}</span>
      <input
        className="input bg-panel figures min-h-11 w-16 px-2 text-base"
        inputMode={isWhole ? 'numeric' : 'decimal'}
        value={text}
        aria-invalid={problem !== null}
        onChange={({ target }) => {
          setTyped(target.value);
          if (problemOf(target.value, { least, most, isWhole, mayBeEmpty }) !== null) return;
          onChange(target.value.trim() === '' ? undefined : numberIn(target.value));
        }}
        onBlur={() => problem === null && setTyped(null)}
      />
      {unit && <span className="text-quiet text-sm">{unit}</span>}
      {problem && (
        <span role="alert" className="w-full text-sm font-bold">
          {problem}
        </span>
      )}
    </label>
  );
}

/** A comma is a point to half of those who type. */
const numberIn = (text: string) => Number(text.trim().replace(',', '.'));

function problemOf(
  text: string,
  { least, most, isWhole = true, mayBeEmpty = false }: Pick<EditableNumberProps, 'least' | 'most' | 'isWhole' | 'mayBeEmpty'>,
): string | null {
  if (text.trim() === '') return mayBeEmpty ? null : `a number from ${least} to ${most}`;
  const number = numberIn(text);
  const isRight = number >= least && number <= most && (!isWhole || Number.isInteger(number));
  return isRight ? null : `${isWhole ? 'a whole number' : 'a number'} from ${least} to ${most}`;
}
