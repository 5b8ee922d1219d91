import { useEffect, useRef, type ReactNode } from 'react';

/** A modal of the platform's own: focus stays in it, Escape closes it. */
export function Dialog({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (dialog && !dialog.open) dialog.showModal();
  }, []);
  return (
    <dialog
      ref={ref}
      onClose={onClose}
      aria-label={title}
      className="bg-base-100 text-base-content m-auto w-[min(44rem,94vw)] rounded-2xl p-6 backdrop:bg-black/50"
    >
      <div className="flex items-start justify-between gap-4">
        <h2 className="text-2xl">{title}</h2>
        <button type="button" className="btn btn-ghost min-h-11" onClick={onClose}>
          Close
        </button>
      </div>
      {children}
    </dialog>
  );
}
