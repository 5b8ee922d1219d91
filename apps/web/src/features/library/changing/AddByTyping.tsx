import { Plus } from 'lucide-react';
import { useRef, useState, type ComponentProps } from 'react';
import { PickByTyping } from './PickByTyping.tsx';

interface AddByTypingProps extends Omit<ComponentProps<typeof PickByTyping>, 'onClose'> {
  /** On the button: "a cue". */
  readonly text: string;
  /** What of it only a screen reader has to be told: "in lower". */
  readonly where?: string;
}

/** A button that becomes a field in which one types what is added. */
export function AddByTyping({ text, where, onTake, onNew, ...pick }: AddByTypingProps) {
  const [isOpen, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const close = () => {
    setOpen(false);
    // Unless something else has taken it, as what was just added may.
    requestAnimationFrame(() => document.activeElement === document.body && button.current?.focus());
  };
  if (isOpen) {
    return (
      <PickByTyping
        {...pick}
        {...(onTake && {
          onTake: (id: string) => {
            close();
            onTake(id);
          },
        })}
        {...(onNew && {
          onNew: (typed: string) => {
            close();
            onNew(typed);
          },
        })}
        onClose={close}
      />
    );
  }
  return (
    <button
      ref={button}
      type="button"
      className="btn btn-ghost min-h-11 justify-start px-1 text-left font-normal"
      onClick={() => setOpen(true)}
    >
      <Plus aria-hidden="true" size={16} /> {text}
      {where && <span className="sr-only"> {where}</span>}
    </button>
  );
}
