import { useState, type ReactNode } from 'react';

interface FoldedProps {
  readonly title: string;
  /** What stands beside it: what of it there is, or what it holds. */
  readonly said: string;
  /** Something in it has to be seen: it can't be closed then. */
  readonly mustShow: boolean;
  readonly children: ReactNode;
}

/** A part of a form that is one tap further, and open when something in it is wrong. */
export function Folded({ title, said, mustShow, children }: FoldedProps) {
  const [isWanted, setIsWanted] = useState(false);
  return (
    <details
      className="border-base-300 border-t py-1"
      open={isWanted || mustShow}
      onToggle={(event) => setIsWanted(event.currentTarget.open)}
    >
      <summary className="min-h-11 cursor-pointer py-2 text-lg">
        <b>{title}</b>
        <span className="text-quiet wrap-anywhere">: {said}</span>
      </summary>
      {children}
    </details>
  );
}
