import type { Severity } from '@waxwing/core/movement';

/** Risk is a filled drop, performance a half one, polish an outline: never by colour alone. */
export function SeverityDrop({ severity, size = 14, onDark = false }: { severity: Severity; size?: number; onDark?: boolean }) {
  const drop = 'M8 1c3 4.2 5 6.8 5 9.2A5 5 0 0 1 8 15.4a5 5 0 0 1-5-5.2C3 7.800 5 5.200 8 1z';
  return (
    <svg
      viewBox="0 0 16 17"
      width={size}
      height={size}
      aria-hidden="true"
      className={severity === 'risk' && !onDark ? 'text-error inline shrink-0' : 'inline shrink-0'}
    >
      <path d={drop} fill={severity === 'risk' ? 'currentColor' : 'none'} stroke="currentColor" strokeWidth="1.6" />
      {severity === 'performance' && <path d="M3.200 9h9.600a5 5 0 1 1-9.600 0z" fill="currentColor" />}
    </svg>
  );
}

/** The drop with its word. */
export function SeverityWord({ severity }: { severity: Severity }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <SeverityDrop severity={severity} />
      {severity}
    </span>
  );
}
