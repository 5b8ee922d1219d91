import { Field } from '../../shared/Field.tsx';
import type { readNumber } from './numbers.ts';

interface NumberFieldProps {
  readonly label: string;
  readonly wide: string;
  readonly text: string;
  readonly read: ReturnType<typeof readNumber>;
  readonly onType: (text: string) => void;
}

/** A number as it is typed, with what is wrong with it. */
export function NumberField({ label, wide, text, read, onType }: NumberFieldProps) {
  return (
    <Field
      label={label}
      wide={wide}
      className="figures"
      inputMode="decimal"
      value={text}
      problem={read.problem}
      onChange={(event) => onType(event.target.value)}
    />
  );
}
