import { SETS_MOST, STRETCHES, type PlanItem, type Stretch, type StretchKind, type Way } from '@waxwing/core/planning';
import { Field, Pick } from '../../shared/Field.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { STRETCH_NAMES } from '../../shared/stretchWords.ts';
import { Whole } from './Whole.tsx';

interface WayEditorProps {
  readonly item: PlanItem;
  readonly easier: readonly string[];
  readonly library: IndexedLibrary;
  readonly onWay: (way: Way) => void;
}

/** The numbers of whatever a set is made of. */
export function WayEditor({ item: { way }, easier, library, onWay }: WayEditorProps) {
  switch (way?.kind) {
    case 'script':
      return <Script stretches={way.stretches} onChange={(stretches) => onWay({ ...way, stretches })} />;
    case 'ramp':
      return (
        <Whole label="Lighter sets" value={way.sets} least={1} most={5} onChange={(sets) => sets && onWay({ ...way, sets })} />
      );
    case 'drop':
      return (
        <Whole
          label="Times lighter"
          value={way.drops}
          least={1}
          most={4}
          onChange={(drops) => drops && onWay({ ...way, drops })}
        />
      );
    case 'ladder':
      return <LadderField way={way} onWay={onWay} />;
    case 'then-easier':
      return (
        <div className="flex flex-wrap gap-3">
          <Pick
            label="Then at once"
            wide="w-72"
            options={easier.map((id) => ({ value: id, text: library.nameOf(id) }))}
            value={way.movementId}
            onChange={({ target }) => onWay({ ...way, movementId: target.value })}
          />
          <Whole
            label="So many"
            value={way.amount}
            least={1}
            most={10_000}
            onChange={(amount) => amount && onWay({ ...way, amount })}
          />
        </div>
      );
    case undefined:
      return null;
  }
}

function Script({
  stretches,
  onChange,
}: {
  readonly stretches: readonly Stretch[];
  readonly onChange: (stretches: Stretch[]) => void;
}) {
  const put = (at: number, part: Partial<Stretch>) =>
    onChange(stretches.map((each, i) => (i === at ? { ...each, ...part } : each)));
  return (
    <ol aria-label="Stretches of a set" className="flex flex-wrap items-end gap-3">
      {stretches.map(({ kind, amount }, at) => (
        // A script is a sequence: its stretches have no names of their own.
        <li key={at} className="bg-base-200 flex items-end gap-2 rounded-xl p-2">
          <Whole
            label={`${at + 1}.`}
            value={amount}
            least={1}
            most={3600}
            wide="w-20"
            onChange={(next) => next && put(at, { amount: next })}
          />
          <Pick
            label="of"
            wide="w-40"
            options={STRETCHES.map((each) => ({ value: each, text: STRETCH_NAMES[each] }))}
            value={kind}
            onChange={({ target }) => put(at, { kind: target.value as StretchKind })}
          />
          <button
            type="button"
            className="btn btn-ghost min-h-11 px-2"
            aria-label={`Leave out stretch ${at + 1}`}
            disabled={stretches.length === 1}
            onClick={() => onChange(stretches.filter((_, i) => i !== at))}
          >
            ×
          </button>
        </li>
      ))}
      {stretches.length < 12 && (
        <li>
          <button type="button" className="btn min-h-11" onClick={() => onChange([...stretches, { kind: 'full', amount: 5 }])}>
            And then …
          </button>
        </li>
      )}
    </ol>
  );
}

function LadderField({ way, onWay }: { readonly way: Extract<Way, { kind: 'ladder' }>; readonly onWay: (way: Way) => void }) {
  const said = (way.of === 'amount' ? way.amounts.map(String) : way.words).join(', ');
  return (
    <div className="flex flex-wrap gap-3">
      <Pick
        label="From set to set another"
        wide="w-56"
        options={[
          { value: 'amount', text: 'number' },
          { value: 'word', text: 'height, intent: in words' },
        ]}
        value={way.of}
        onChange={({ target }) => {
          const of = target.value as 'amount' | 'word';
          onWay(
            of === 'amount'
              ? { ...way, of, amounts: [12, 10, 8], words: [] }
              : { ...way, of, amounts: [], words: ['high', 'middle', 'low'] },
          );
        }}
      />
      <Field
        key={way.of}
        label="One for each set, with commas"
        wide="w-72"
        defaultValue={said}
        onBlur={({ target }) => {
          const parts = target.value
            .split(',')
            .map((part) => part.trim())
            .filter(Boolean)
            .slice(0, SETS_MOST);
          const amounts = parts.map(Number).filter((each) => Number.isInteger(each) && each >= 1 && each <= 10_000);
          if (way.of === 'amount' && amounts.length > 0) onWay({ ...way, amounts });
          if (way.of === 'word' && parts.length > 0) onWay({ ...way, words: parts.map((part) => part.slice(0, 40)) });
        }}
      />
    </div>
  );
}
