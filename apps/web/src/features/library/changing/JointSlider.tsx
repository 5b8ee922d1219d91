import { X } from 'lucide-react';

/** A joint as it is said: “knee flexion”. */
export function jointText(name: string): string {
  return name.replace(/\./g, ' ');
}

interface JointSliderProps {
  readonly joint: string;
  readonly deg: number;
  /** Degrees. */
  readonly limits: readonly [low: number, high: number];
  readonly onChange: (deg: number) => void;
  readonly onRemove: () => void;
}

export function JointSlider({ joint, deg, limits: [low, high], onChange, onRemove }: JointSliderProps) {
  const text = jointText(joint);
  return (
    <div className="grid grid-cols-[1fr_auto] items-center">
      <label className="min-w-0">
        <span className="flex justify-between text-sm">
          {text}
          <span className="figures font-bold">
            {deg}°{(deg <= low || deg >= high) && ', its limit'}
          </span>
        </span>
        <input
          type="range"
          className="range range-xs w-full"
          min={low}
          max={high}
          value={deg}
          onChange={({ target }) => onChange(Number(target.value))}
        />
      </label>
      <button
        type="button"
        className="btn btn-ghost btn-square min-h-11"
        aria-label={`Say nothing of ${text}`}
        onClick={onRemove}
      >
        <X aria-hidden="true" size={16} />
      </button>
    </div>
  );
}
