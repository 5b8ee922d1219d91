import { Dialog } from '../../shared/Dialog.tsx';

/** So many numbers stand to choose from. */
const SHOWN = 25;

interface NumberDialogProps {
  readonly label: string;
  /** The likeliest lie round it. */
  readonly around: number;
  readonly onTake: (amount: number) => void;
  readonly onClose: () => void;
}

/** How many it was, in one tap: whoever counted themselves says it at the end. */
export function NumberDialog({ label, around, onTake, onClose }: NumberDialogProps) {
  const from = Math.max(0, around - Math.floor(SHOWN / 2));
  return (
    <Dialog title={`How many? ${label}`} onClose={onClose}>
      <div className="mt-3 grid grid-cols-5 gap-2">
        {Array.from({ length: SHOWN }, (_, at) => from + at).map((amount) => (
          <button
            key={amount}
            type="button"
            aria-pressed={amount === around}
            className={`heading figures min-h-14 cursor-pointer rounded-xl border-2 text-2xl ${amount === around ? 'bg-neutral text-neutral-content border-transparent' : 'border-base-300 hover:bg-base-200'}`}
            onClick={() => onTake(amount)}
          >
            {amount}
          </button>
        ))}
      </div>
    </Dialog>
  );
}
