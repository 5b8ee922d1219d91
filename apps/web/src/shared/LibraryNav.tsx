import clsx from 'clsx';
import { NavLink } from 'react-router';

const PARTS = [
  { to: '/library', name: 'Movements' },
  { to: '/ladders', name: 'Ladders' },
  { to: '/stances', name: 'Stances' },
  { to: '/health', name: 'Health' },
];

/** Between the views of the library. */
export function LibraryNav() {
  return (
    <nav aria-label="Library" className="ml-auto flex gap-x-5 print:hidden">
      {PARTS.map(({ to, name }) => (
        <NavLink key={to} to={to} end={to === '/library'} className="flex min-h-11 items-center text-lg">
          {({ isActive }) => <span className={clsx(isActive ? 'tail font-bold' : 'text-quiet')}>{name}</span>}
        </NavLink>
      ))}
    </nav>
  );
}
