import type { Tempo } from '@waxwing/core/movement';
import { useState } from 'react';
import { Field } from '../../shared/Field.tsx';

/** Down, turn, up, top: "3-1-1-0". */
export function TempoField({ tempo, onChange }: { tempo: Tempo | null; onChange: (tempo: Tempo | undefined) => void }) {
  const said = tempo ? [tempo.lowerSeconds, tempo.turnSeconds, tempo.liftSeconds, tempo.finishSeconds].join('-') : '';
  const [typed, setTyped] = useState<{ readonly text: string; readonly of: string } | null>(null);
  const text = typed && typed.of === said ? typed.text : said;
  const parts = text.split(/[-–\s./]+/).filter(Boolean);
  const isRight =
    text.trim() === '' || (parts.length === 4 && parts.every((part) => /^\d{1,2}$/.test(part) && Number(part) <= 60));
  return (
    <Field
      label="Tempo: down-turn-up-top"
      wide="w-44"
      className="figures"
      placeholder="3-1-1-0"
      value={text}
      problem={isRight ? undefined : 'four numbers of seconds, as 3-1-1-0'}
      onChange={({ target }) => {
        const next = target.value.split(/[-–\s./]+/).filter(Boolean);
        const isFour = next.length === 4 && next.every((part) => /^\d{1,2}$/.test(part) && Number(part) <= 60);
        const taken = isFour ? next.map(Number).join('-') : target.value.trim() === '' ? '' : said;
        setTyped({ text: target.value, of: taken });
        if (taken === said) return;
        const [lowerSeconds, turnSeconds, liftSeconds, finishSeconds] = next.map(Number);
        onChange(
          isFour
            ? { lowerSeconds: lowerSeconds!, turnSeconds: turnSeconds!, liftSeconds: liftSeconds!, finishSeconds: finishSeconds! }
            : undefined,
        );
      }}
    />
  );
}
