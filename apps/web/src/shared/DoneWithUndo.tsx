interface DoneWithUndoProps {
  /** What was done last; nothing before anything was. */
  readonly done: string | null | undefined;
  readonly className?: string;
  readonly onUndo: () => void;
}

/** What was just done, and the way back. */
export function DoneWithUndo({ done, className = 'mt-2', onUndo }: DoneWithUndoProps) {
  return (
    <p role="status" className={`min-h-7 ${className}`}>
      {done && (
        <>
          {done}{' '}
          <button type="button" className="link min-h-11 cursor-pointer" onClick={onUndo}>
            Undo
          </button>
        </>
      )}
    </p>
  );
}
