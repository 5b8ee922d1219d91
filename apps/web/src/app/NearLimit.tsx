import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';

type Typed = HTMLInputElement | HTMLTextAreaElement;

const isTyped = (target: EventTarget | null): target is Typed =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

/** How many letters fit: `data-most` where more may stand until it is saved, else the browser's own limit; `null` without one. */
function mostOf(field: Typed): number | null {
  const most = field.dataset['most'] ? Number(field.dataset['most']) : field.maxLength;
  return most > 0 ? most : null;
}

/** So near the end, and never further than this, somebody wants to know. */
const NEAR_SHARE = 0.1;
const NEAR_LETTERS = 40;

interface Said {
  readonly words: string;
  readonly top: number;
  readonly left: number;
}

function wordsFor(left: number, cut: number): string {
  if (cut > 0) return `Full: the last ${cut} letters of what was pasted didn’t fit`;
  if (left < 0) return `${-left} ${left === -1 ? 'letter' : 'letters'} too many`;
  return left === 0 ? 'Full' : `${left} ${left === 1 ? 'letter' : 'letters'} left`;
}

/** Beside whatever is being typed into: how much still fits, once little does, and what of a paste didn’t. */
export function NearLimit() {
  const [said, setSaid] = useState<Said | null>(null);
  useEffect(() => {
    let cut = 0;
    const before = (event: InputEvent) => {
      cut = 0;
      const field = event.target;
      if (!isTyped(field) || field.maxLength <= 0 || event.inputType !== 'insertFromPaste') return;
      const pasted = event.data ?? event.dataTransfer?.getData('text') ?? '';
      const replaced = (field.selectionEnd ?? 0) - (field.selectionStart ?? 0);
      cut = Math.max(0, field.value.length - replaced + pasted.length - field.maxLength);
    };
    const after = ({ target: field }: Event) => {
      const most = isTyped(field) ? mostOf(field) : null;
      if (!isTyped(field) || most === null) return setSaid(null);
      const left = most - field.value.length;
      if (cut === 0 && left > Math.min(most * NEAR_SHARE, NEAR_LETTERS)) return setSaid(null);
      const { bottom, left: x } = field.getBoundingClientRect();
      return setSaid({ words: wordsFor(left, cut), top: bottom + 2, left: x });
    };
    const gone = () => setSaid(null);
    document.addEventListener('beforeinput', before);
    document.addEventListener('input', after);
    document.addEventListener('focusout', gone);
    return () => {
      document.removeEventListener('beforeinput', before);
      document.removeEventListener('input', after);
      document.removeEventListener('focusout', gone);
    };
  }, []);
  // In a dialog it has to be in the dialog, which stands over everything else.
  const host = document.querySelector('dialog[open]') ?? document.body;
  return createPortal(
    <p
      role="status"
      className={
        said ? 'bg-neutral text-neutral-content pointer-events-none fixed z-50 rounded-lg px-2 py-0.5 text-sm' : 'sr-only'
      }
      style={said ? { top: said.top, left: said.left } : undefined}
    >
      {said?.words}
    </p>,
    host,
  );
}
