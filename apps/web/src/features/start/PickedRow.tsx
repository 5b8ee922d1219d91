import { amountText, loadTextIn, unitText, type Load, type MassUnit, type MovementDocument } from '@waxwing/core/movement';
import { loadFormsOf, type LoadAdvice, type Makeable } from '@waxwing/core/loading';
import { setUpText, type SetUp } from '@waxwing/core/client';
import type { MovementHistory } from '@waxwing/core/session';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import { Field } from '../../shared/Field.tsx';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { holdOf } from '../../shared/typedLoad.ts';

/** A line of the list as it is being made; numbers stay text until they are sent. `null` is what is advised. */
export interface Picked {
  readonly key: string;
  readonly movementId: string;
  readonly sets: string;
  readonly target: string | null;
  readonly load: Load | null;
}

interface PickedRowProps {
  readonly picked: Picked;
  readonly document: MovementDocument;
  readonly advice: LoadAdvice;
  readonly rack: readonly Makeable[];
  readonly unit: MassUnit;
  readonly past: MovementHistory | null;
  readonly setUp: SetUp | undefined;
  readonly problemAt: (field: string) => string | undefined;
  readonly onChange: (part: Partial<Picked>) => void;
  readonly onUp: (() => void) | undefined;
  readonly onDown: (() => void) | undefined;
  readonly onRemove: () => void;
}

export function PickedRow({
  picked,
  document,
  advice,
  rack,
  unit,
  past,
  setUp,
  problemAt,
  onChange,
  onUp,
  onDown,
  onRemove,
}: PickedRowProps) {
  const [choosesLoad, setChoosesLoad] = useState(false);
  const isLoaded = loadFormsOf(document).length > 0;
  const load = picked.load ?? advice.load;
  const each = document.dose.perSide ? ' a side' : '';
  return (
    <li className="border-base-300 grid items-center gap-x-4 gap-y-2 border-t py-3 md:grid-cols-[1fr_auto_auto]">
      <div>
        <h2 className="text-xl leading-tight">{document.name}</h2>
        <p className="text-quiet">
          {past ? `last time ${amountText(past.done, document.dose.kind)}${each}, ${loadTextIn(past.load, unit)}` : 'new to them'}
        </p>
        {picked.load === null && isLoaded && <p className="text-quiet text-sm">{advice.reasons.join('; ')}</p>}
        {setUpText(setUp) && <p className="text-sm">{setUpText(setUp)}</p>}
      </div>
      <div className="flex flex-wrap items-start gap-3">
        <Field
          label="sets"
          wide="w-16"
          className="figures"
          inputMode="numeric"
          value={picked.sets}
          problem={problemAt('sets')}
          onChange={(event) => onChange({ sets: event.target.value })}
        />
        <Field
          label={`${unitText(document.dose.kind)}${each}`}
          wide="w-28"
          className="figures"
          inputMode="numeric"
          value={picked.target ?? String(advice.target)}
          problem={problemAt('target')}
          onChange={(event) => onChange({ target: event.target.value })}
        />
        {isLoaded && (
          <div className="w-44">
            <span className="text-quiet block text-sm">with</span>
            <button
              type="button"
              className="btn min-h-11 h-auto w-full justify-start px-3 py-2 text-left text-base leading-tight font-bold"
              aria-label={`Load for ${document.name}: ${loadTextIn(load, unit)}`}
              onClick={() => setChoosesLoad(true)}
            >
              {loadTextIn(load, unit)}
            </button>
            {problemAt('load') && (
              <p role="alert" className="text-sm font-bold">
                {problemAt('load')}
              </p>
            )}
          </div>
        )}
      </div>
      <div className="flex">
        <IconButton label={`Move ${document.name} up`} onClick={onUp} icon={<ArrowUp size={20} />} />
        <IconButton label={`Move ${document.name} down`} onClick={onDown} icon={<ArrowDown size={20} />} />
        <IconButton label={`Leave out ${document.name}`} onClick={onRemove} icon={<X size={20} />} />
      </div>
      {choosesLoad && (
        <Dialog title={`${document.name}: with what`} onClose={() => setChoosesLoad(false)}>
          <LoadChoice
            load={load}
            rack={rack}
            hold={holdOf(document)}
            unit={unit}
            onTake={(next) => {
              onChange({ load: next });
              setChoosesLoad(false);
            }}
          />
        </Dialog>
      )}
    </li>
  );
}

function IconButton({ label, onClick, icon }: { label: string; onClick: (() => void) | undefined; icon: ReactNode }) {
  return (
    <button type="button" className="btn btn-ghost btn-square size-11" aria-label={label} disabled={!onClick} onClick={onClick}>
      {icon}
    </button>
  );
}
