import clsx from 'clsx';
import { ChevronDown } from 'lucide-react';
import { useId, useState, type ReactNode } from 'react';

/** Choices beside the search: on a small screen one tap further, so that what was found stands under what was typed. */
export function NarrowedBy({ count, children }: { readonly count: number; readonly children: ReactNode }) {
  const [isOpen, setIsOpen] = useState(false);
  const id = useId();
  return (
    <>
      <button
        type="button"
        className="mt-2 flex min-h-11 cursor-pointer items-center gap-2 text-lg lg:hidden"
        aria-expanded={isOpen}
        aria-controls={id}
        onClick={() => setIsOpen(!isOpen)}
      >
        Narrow it down{count > 0 && `: ${count} chosen`}
        <ChevronDown aria-hidden="true" size={18} className={clsx(isOpen && 'rotate-180')} />
      </button>
      <div id={id} className={clsx(!isOpen && 'max-lg:hidden')}>
        {children}
      </div>
    </>
  );
}
