import { useEffect } from 'react';
import { useSeen } from './figure/useSeen.ts';

/** The end of what is drawn of a long list: when it comes into view, more is. */
export function More({ onSeen }: { onSeen: () => void }) {
  const { ref, isSeen } = useSeen<HTMLDivElement>();
  useEffect(() => {
    if (isSeen) onSeen();
  }, [isSeen, onSeen]);
  return <div ref={ref} className="h-24" />;
}
