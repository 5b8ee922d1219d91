import { useRef, type KeyboardEvent, type ReactNode } from 'react';

/** What can be gone to: links and buttons in lists that say that they hold what was found. */
const FOUND = '[data-found] a, [data-found] button';

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
      // What is drawn may be a letter behind: the click comes when it has caught up.
      event.preventDefault();
      setTimeout(() => root.querySelector<HTMLElement>(FOUND)?.click(), 60);
    }
  };
  return (
    <div ref={ref} onKeyDown={onKeyDown}>
      {children}
    </div>
  );
}
