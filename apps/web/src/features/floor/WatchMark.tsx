import type { WatchNext } from '@waxwing/core/coaching';
import clsx from 'clsx';
import { Eye } from 'lucide-react';
import { useState } from 'react';
import { fromText } from '../../shared/viewWords.ts';

/** Look here next, and from where; why, when it is tapped. */
export function WatchMark({ watch, className }: { watch: WatchNext; className?: string }) {
  const [saysWhy, setSaysWhy] = useState(false);
  return (
    <button
      type="button"
      aria-expanded={saysWhy}
      className={clsx(
        'bg-accent text-accent-content min-h-11 cursor-pointer rounded-lg px-2 text-left text-sm leading-tight font-bold',
        saysWhy && 'z-10 max-w-64',
        className,
      )}
      onClick={() => setSaysWhy((before) => !before)}
    >
      <Eye aria-hidden="true" size={14} className="mr-1 inline" />
      <span className="sr-only">Look </span>
      {fromText(watch.view)}
      {saysWhy && <span className="block font-normal">{watch.reasons.join('; ')}</span>}
    </button>
  );
}
