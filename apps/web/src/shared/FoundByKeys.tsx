import { useRef, type KeyboardEvent, type ReactNode } from 'react';

/** What can be gone to: links and buttons in lists that hold what was found; the attribute says for which words. */
const FOUND = '[data-found] a, [data-found] button';

/** Frames that a slow page may take to draw what was found. */
const FRAMES_MOST = 300;

/** Takes the first that was found for these words. What is drawn may be letters behind, and nobody meant the first of that. */
function takeFirst(root: HTMLElement, field: HTMLInputElement, words: string, frames = FRAMES_MOST): void {
  if (field.value !== words || frames === 0) return;
  const isDrawn = root.querySelector<HTMLElement>('[data-found]')?.dataset.found === words;
  if (isDrawn) root.querySelector<HTMLElement>(FOUND)?.click();
  else requestAnimationFrame(() => takeFirst(root, field, words, frames - 1));
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
      event.key === 'ArrowDown'
        ? found[at + 1]
        : event.key === 'ArrowUp' && !isInField
          ? (found[at - 1] ?? field)
          : event.key === 'Escape' && !isInField
            ? field
            : undefined;
    if (to) {
      event.preventDefault();
      to.focus();
    } else if (event.key === 'Enter' && isInField && field.value.trim() !== '') {
      event.preventDefault();
      takeFirst(root, field, field.value);
    }
  };
  return (
    <div ref={ref} onKeyDown={onKeyDown}>
      {children}
    </div>
  );
}
