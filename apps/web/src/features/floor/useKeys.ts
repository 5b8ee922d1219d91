import { useEffect, useRef } from 'react';

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

/** Keys for everything on Floor. Space on a focused button presses that button, as everywhere. */
export function useKeys(bindings: readonly KeyBinding[], isActive: boolean): void {
  const latest = useRef(bindings);
  useEffect(() => {
    latest.current = bindings;
  });
  useEffect(() => {
    if (!isActive) return undefined;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (event.key === ' ' && event.target instanceof HTMLButtonElement && event.target.dataset.counts === undefined) return;
      const binding = latest.current.find((each) => each.keys.includes(event.key));
      if (!binding?.run) return;
      event.preventDefault();
      // A held key is one tap.
      if (!event.repeat) binding.run();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [isActive]);
}
