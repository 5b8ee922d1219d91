import clsx from 'clsx';
import { NavLink } from 'react-router';

interface SectionNavProps {
  readonly label: string;
  readonly parts: readonly { readonly to: string; readonly name: string; readonly end?: boolean }[];
}

/** Between the views of one place. */
export function SectionNav({ label, parts }: SectionNavProps) {
  return (
    <nav aria-label={label} className="ml-auto flex flex-wrap gap-x-5 print:hidden">
      {parts.map(({ to, name, end = false }) => (
        <NavLink key={to} to={to} end={end} className="flex min-h-11 items-center text-lg">
          {({ isActive }) => <span className={clsx(isActive ? 'tail font-bold' : 'text-quiet')}>{name}</span>}
        </NavLink>
      ))}
    </nav>
  );
}
