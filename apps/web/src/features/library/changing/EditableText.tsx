import clsx from 'clsx';
import { startTransition, useId, useRef, useState } from 'react';

interface EditableTextProps {
  /** Says what it is to who doesn't see where it stands. */
  readonly label: string;
  readonly value: string;
  readonly most: number;
  readonly className?: string;
  /** What is wrong with it, or could be better. */
  readonly problem?: string | null | undefined;
  /** What stands there while nothing does. */
  readonly empty?: string;
  /** It is a field from the beginning, and has the focus. */
  readonly isOpen?: boolean;
  readonly onChange: (value: string) => void;
}

/** How full it is before that is said. */
const NEARLY_FULL = 0.8;

/** A text that is changed where it stands: a click or Enter begins, Enter or going elsewhere ends, Esc puts back what stood there. */
export function EditableText(props: EditableTextProps) {
  const { label, value, most, className, problem, empty = 'nothing yet', isOpen = false, onChange } = props;
  const [before, setBefore] = useState<string | null>(isOpen ? value : null);
  // The letters show at once; what rests on them follows when there is time.
  const [typed, setTyped] = useState(value);
  const type = (text: string) => {
    setTyped(text);
    startTransition(() => onChange(text));
  };
  const button = useRef<HTMLButtonElement>(null);
  const problemId = useId();
  const end = () => {
    setBefore(null);
    requestAnimationFrame(() => button.current?.focus());
  };
  const said = problem ? (
    <span id={problemId} role="alert" className="mt-0.5 block px-1 text-sm font-bold">
      {problem}
    </span>
  ) : null;
  if (before === null) {
    return (
      <>
        <button
          ref={button}
          type="button"
          aria-label={`${label}: ${value || empty}`}
          aria-describedby={problem ? problemId : undefined}
          className={clsx('hover:bg-base-200 min-h-11 w-full cursor-text rounded px-1 text-left', className)}
          onClick={() => {
            setBefore(value);
            setTyped(value);
          }}
        >
          {value || <span className="text-quiet font-normal">{empty}</span>}
        </button>
        {said}
      </>
    );
  }
  return (
    <>
      <textarea
        autoFocus
        aria-label={label}
        aria-describedby={problem ? problemId : undefined}
        aria-invalid={problem ? true : undefined}
        className={clsx(
          'textarea field-sizing-content resize-none min-h-11 w-full px-1 text-base',
          isOpen && 'border-transparent',
          className,
        )}
        rows={1}
        value={typed}
        maxLength={most}
        // Goes on where the text ends.
        onFocus={({ target }) => target.setSelectionRange(target.value.length, target.value.length)}
        onChange={(event) => type(event.target.value)}
        onBlur={() => setBefore(null)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !event.nativeEvent.isComposing) {
            event.preventDefault();
            end();
          } else if (event.key === 'Escape') {
            event.stopPropagation();
            type(before);
            end();
          }
        }}
      />
      {typed.length > NEARLY_FULL * most && (
        <span className="text-quiet figures block text-sm">
          {typed.length} of {most} letters
        </span>
      )}
      {said}
    </>
  );
}
