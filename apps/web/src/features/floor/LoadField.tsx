import type { Load, loadKindOf } from '@waxwing/core';

type Kind = ReturnType<typeof loadKindOf>;

/** What stands in the field for a load; empty for bodyweight. */
export function valueOf(load: Load): string {
  return 'value' in load ? String(load.value) : '';
}

/** The load that was typed; `null` when it isn't a weight that anybody lifts. Nothing typed is bodyweight. */
export function loadFrom(text: string, kind: Kind): Load | null {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return { kind: 'bodyweight' };
  const value = Number(trimmed);
  if (!Number.isFinite(value) || value < 0 || value > 500) return null;
  return { kind: kind === 'bodyweight' ? 'bodyweight-plus' : kind, value, unit: 'kg' };
}

export function LoadField({ kind, value, onChange }: { kind: Kind; value: string; onChange: (value: string) => void }) {
  const isWrong = loadFrom(value, kind) === null;
  return (
    <label>
      <span className="block">{kind === 'pair' ? 'kg in each hand' : kind === 'single' ? 'kg' : 'kg on top of bodyweight'}</span>
      <input
        className="input bg-panel figures min-h-14 w-40 text-2xl"
        inputMode="decimal"
        autoFocus
        value={value}
        aria-invalid={isWrong}
        onChange={(event) => onChange(event.target.value)}
      />
      {isWrong && (
        <span role="alert" className="block text-sm">
          a weight from 0 to 500 kg
        </span>
      )}
    </label>
  );
}
