import { useRef, type FocusEvent, type KeyboardEvent, type ReactNode } from 'react';

/** What can be gone to: links and buttons in lists that hold what was found; the attribute says for which words. */
const FOUND = '[data-found] a, [data-found] button';

/** Frames that a slow page may take to draw what was found. */
const FRAMES_MOST = 300;

type Way = 'take' | 'go';

/**
 * Takes the first that was found for what is typed, or goes to it. What is drawn may be letters behind: nobody meant the first of that,
 * and it is gone a moment later, with whatever stood on it.
 */
function toFirst(way: Way, root: HTMLElement, field: HTMLInputElement, words = field.value, frames = FRAMES_MOST): void {
  if (field.value !== words || frames === 0) return;
  const list = root.querySelector<HTMLElement>('[data-found]');
  // A list that is there before anything is typed is for no words.
  if (list && list.dataset.found === words) {
    const first = root.querySelector<HTMLElement>(FOUND);
    if (way === 'take') first?.click();
    else first?.focus();
  } else requestAnimationFrame(() => toFirst(way, root, field, words, frames - 1));
}

/**
 * A search field and what it finds, for the keyboard: down from the field into the list, up and down in it and back into the field,
 * Escape back to the field from anywhere. Enter in the field takes the first.
 */
export function FoundByKeys({ children }: { children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  const onKeyDown = (event: KeyboardEvent) => {
    const root = ref.current;
    const field = root?.querySelector<HTMLInputElement>('input[type=search]');
    if (!root || !field || event.altKey || event.ctrlKey || event.metaKey) return;
    const found = [...root.querySelectorAll<HTMLElement>(FOUND)];
    const at = found.indexOf(event.target as HTMLElement);
    const isInField = event.target === field;
    if (!isInField && at < 0) return;
    const to =
      event.key === 'ArrowDown' && !isInField
        ? found[at + 1]
        : event.key === 'ArrowUp' && !isInField
          ? (found[at - 1] ?? field)
          : event.key === 'Escape' && !isInField
            ? field
            : undefined;
    if (to) {
      event.preventDefault();
      to.focus();
    } else if (isInField && event.key === 'ArrowDown') {
      event.preventDefault();
      toFirst('go', root, field);
    } else if (isInField && event.key === 'Enter' && field.value.trim() !== '') {
      event.preventDefault();
      toFirst('take', root, field);
    }
  };
  // A list that is put in another order while somebody walks it drops what had the focus: it gets it back, or the field does.
  const onBlur = ({ target, relatedTarget }: FocusEvent<HTMLElement>) => {
    const root = ref.current;
    if (!root || relatedTarget !== null || !target.matches(FOUND)) return;
    requestAnimationFrame(() => {
      if (document.activeElement !== document.body || !root.isConnected) return;
      const next = target.isConnected ? target : root.querySelector<HTMLElement>('input[type=search]');
      next?.focus({ preventScroll: true });
    });
  };
  return (
    <div ref={ref} onKeyDown={onKeyDown} onBlur={onBlur}>
      {children}
    </div>
  );
}
