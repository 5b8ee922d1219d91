import { isSameLoad, loadText, numberText, type Load, type MassUnit } from '@waxwing/core/movement';
import type { Makeable } from '@waxwing/core/loading';
import clsx from 'clsx';
import { useEffect, useId, useRef, useState } from 'react';
import { holdLabel, isWeighed, loadFrom, typedText, type Hold } from './typedLoad.ts';

function shortText({ load, how }: Makeable): string {
  return load.kind === 'pair' || load.kind === 'single' ? `${numberText(load.value)} ${load.unit}` : how;
}

interface LoadChoiceProps {
  readonly load: Load;
  readonly rack: readonly Makeable[];
  readonly hold: Hold;
  readonly unit: MassUnit;
  readonly onTake: (load: Load) => void;
}

/** What this room has, one tap each; anything else is typed. */
export function LoadChoice({ load, rack, hold, unit, onTake }: LoadChoiceProps) {
  const current = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // In braces: newer browsers answer a promise, which is no way to clean up.
    current.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <>
      {rack.length > 0 && (
        <div className="mt-3 flex max-h-72 flex-wrap gap-2 overflow-y-auto" role="group" aria-label="What this room has">
          {rack.map((each) => {
            const isCurrent = isSameLoad(each.load, load);
            return (
              <button
                key={each.how}
                ref={isCurrent ? current : undefined}
                type="button"
                aria-pressed={isCurrent}
                title={each.how}
                className={clsx('btn min-h-14 min-w-16 text-lg', isCurrent && 'btn-neutral')}
                onClick={() => onTake(each.load)}
              >
                {shortText(each)}
              </button>
            );
          })}
        </div>
      )}
      <TypedLoad load={load} hold={hold} unit={unit} autoFocus={rack.length === 0} onTake={onTake} />
    </>
  );
}

interface TypedLoadProps {
  readonly load: Load;
  readonly hold: Hold;
  readonly unit: MassUnit;
  readonly autoFocus: boolean;
  readonly onTake: (load: Load) => void;
}

function TypedLoad({ load, hold, unit: usual, autoFocus, onTake }: TypedLoadProps) {
  const [typed, setTyped] = useState({ text: typedText(load), unit: 'unit' in load ? load.unit : usual });
  const next = loadFrom(typed.text, hold, typed.unit);
  return (
    <form
      className="mt-4 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        event.stopPropagation();
        if (typeof next !== 'string') onTake(next);
      }}
    >
      <LoadField hold={hold} typed={typed} autoFocus={autoFocus} onChange={setTyped} />
      <button type="submit" className="btn btn-primary min-h-14" disabled={typeof next === 'string'}>
        {typeof next === 'string' ? 'Take it' : `Take ${loadText(next)}`}
      </button>
    </form>
  );
}

export interface TypedValue {
  readonly text: string;
  readonly unit: MassUnit;
}

interface LoadFieldProps {
  readonly hold: Hold;
  readonly typed: TypedValue;
  readonly autoFocus?: boolean;
  readonly onChange: (typed: TypedValue) => void;
}

/** A load as it is typed, in the unit that stands on the iron. */
export function LoadField({ hold, typed, autoFocus = false, onChange }: LoadFieldProps) {
  const id = useId();
  const found = loadFrom(typed.text, hold, typed.unit);
  const problem = typeof found === 'string' ? found : null;
  return (
    <div>
      <label htmlFor={id} className="block">
        {holdLabel(hold, typed.unit)}
      </label>
      <div className="flex gap-1">
        <input
          id={id}
          className="input bg-panel figures min-h-14 w-32 text-2xl"
          inputMode="decimal"
          autoFocus={autoFocus}
          value={typed.text}
          aria-invalid={problem !== null}
          aria-describedby={problem ? `${id}-problem` : undefined}
          onChange={(event) => onChange({ ...typed, text: event.target.value })}
        />
        {isWeighed(hold) && (
          <button
            type="button"
            className="btn min-h-14"
            aria-label={`In ${typed.unit}; change to ${typed.unit === 'kg' ? 'lb' : 'kg'}`}
            onClick={() => onChange({ ...typed, unit: typed.unit === 'kg' ? 'lb' : 'kg' })}
          >
            {typed.unit}
          </button>
        )}
      </div>
      {problem && (
        <span id={`${id}-problem`} role="alert" className="block text-sm font-bold">
          {problem}
        </span>
      )}
    </div>
  );
}
