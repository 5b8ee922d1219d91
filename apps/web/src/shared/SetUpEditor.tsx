import { SET_UP_PARTS, type SetUp } from '@waxwing/core/client';
import clsx from 'clsx';
import { useState } from 'react';

interface SetUpEditorProps {
  readonly setUp: SetUp | undefined;
  readonly onKeep: (setUp: SetUp) => void;
  readonly keep: string;
}

/** A few taps: what is often said is a button, anything else can be typed. */
export function SetUpEditor({ setUp, onKeep, keep }: SetUpEditorProps) {
  const [said, setSaid] = useState<SetUp>(setUp ?? {});
  const say = (part: keyof SetUp, value: string) =>
    setSaid((before) => {
      const { [part]: _before, ...rest } = before;
      return value === '' ? rest : { ...rest, [part]: value };
    });
  return (
    <form
      className="mt-3 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const kept = SET_UP_PARTS.flatMap(({ part }) => (said[part]?.trim() ? [[part, said[part].trim()] as const] : []));
        onKeep(Object.fromEntries(kept));
      }}
    >
      {SET_UP_PARTS.map(({ part, name, often }) => (
        <div key={part} className="grid items-center gap-x-3 gap-y-1 sm:grid-cols-[9rem_9rem_1fr]">
          <label htmlFor={`set-up-${part}`}>{name}</label>
          <input
            id={`set-up-${part}`}
            className="input bg-panel min-h-11 w-full"
            maxLength={part === 'note' ? 120 : 40}
            value={said[part] ?? ''}
            onChange={(event) => say(part, event.target.value)}
          />
          <div className="flex flex-wrap gap-1">
            {often.map((text) => (
              <button
                key={text}
                type="button"
                aria-pressed={said[part] === text}
                className={clsx('btn btn-sm min-h-11 font-normal', said[part] === text && 'btn-neutral')}
                onClick={() => say(part, said[part] === text ? '' : text)}
              >
                {text}
              </button>
            ))}
          </div>
        </div>
      ))}
      <button type="submit" className="btn btn-primary mt-2 min-h-12 justify-self-start px-6 text-lg">
        {keep}
      </button>
    </form>
  );
}
