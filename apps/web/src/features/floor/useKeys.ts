import { useLayoutEffect, useRef } from 'react';

export interface KeyBinding {
  readonly keys: readonly string[];
  /** As the help shows it. */
  readonly shown: string;
  readonly what: string;
  /** Missing while it makes no sense. */
  readonly run: (() => void) | undefined;
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/**
 * Keys for everything on Floor. Space always counts, whatever was tapped last and has the focus; a focused button is pressed
 * with Enter.
 */
export function useKeys(bindings: readonly KeyBinding[], isActive: boolean): void {
  const latest = useRef(bindings);
  // With what is shown, not after it: a key that is pressed at once is for that.
  useLayoutEffect(() => {
    latest.current = bindings;
  });
  useLayoutEffect(() => {
    if (!isActive) return undefined;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const binding = latest.current.find((each) => each.keys.includes(event.key));
      if (event.key === ' ') event.preventDefault();
      if (!binding?.run) return;
      event.preventDefault();
      // A held key is one tap.
      if (!event.repeat) binding.run();
    };
    const release = (event: KeyboardEvent) => {
      // A button would be pressed when space comes up.
      if (event.key === ' ' && !isTyping(event.target)) event.preventDefault();
    };
    window.addEventListener('keydown', press);
    window.addEventListener('keyup', release);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('keyup', release);
    };
  }, [isActive]);
}
