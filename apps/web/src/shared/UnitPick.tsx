import { MASS_UNITS, type MassUnit } from '@waxwing/core/movement';
import { Pick } from './Field.tsx';

/** Kilograms or pounds, as it stands on the iron. */
export function UnitPick({ unit, onPick }: { unit: MassUnit; onPick: (unit: MassUnit) => void }) {
  return (
    <Pick
      label="in"
      wide="w-20"
      value={unit}
      options={MASS_UNITS.map((value) => ({ value, text: value }))}
      onChange={(event) => onPick(event.target.value as MassUnit)}
    />
  );
}
