import { useEffect, useRef, useState } from 'react';

/** True once the element has come near the screen, and from then on: what nobody scrolls to isn't worked out. */
export function useSeen<T extends Element>() {
  const ref = useRef<T | null>(null);
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    const element = ref.current;
    if (!element || isSeen) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some((entry) => entry.isIntersecting)) setSeen(true);
      },
      { rootMargin: '200px' },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [isSeen]);
  return { ref, isSeen };
}
