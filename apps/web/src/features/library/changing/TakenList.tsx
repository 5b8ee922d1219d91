import type { ComponentProps } from 'react';
import { AddByTyping } from './AddByTyping.tsx';
import { Taken } from './Taken.tsx';

interface TakenListProps<Value extends string> {
  readonly label: string;
  readonly lead: string;
  readonly values: readonly Value[];
  readonly most: number;
  readonly textOf: (value: Value) => string;
  /** What is added to it, by typing. */
  readonly add: Omit<ComponentProps<typeof AddByTyping>, 'onTake'>;
  readonly onChange: (values: Value[]) => void;
}

/** Words that were taken in one by one: each can go again, and others come while there is room. */
export function TakenList<Value extends string>(props: TakenListProps<Value>) {
  const { label, lead, values, most, textOf, add, onChange } = props;
  return (
    <div className="flex flex-wrap items-center gap-x-2">
      <Taken
        label={label}
        lead={lead}
        options={values.map((value) => ({ value, text: textOf(value) }))}
        onRemove={(gone) => onChange(values.filter((value) => value !== gone))}
      />
      {values.length < most && <AddByTyping {...add} onTake={(value) => onChange([...values, value as Value])} />}
    </div>
  );
}
