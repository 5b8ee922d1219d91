import type { ReactNode } from 'react';

/** By what a tool reckons, and how far that can be trusted. */
export function Limits({ formula, children }: { formula: string; children: ReactNode }) {
  return (
    <aside aria-label="Formula and limits" className="border-base-300 mt-6 max-w-3xl border-t pt-3">
      <p className="figures">{formula}</p>
      <p className="text-quiet mt-1">{children}</p>
    </aside>
  );
}
