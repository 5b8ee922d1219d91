import { SectionNav } from './SectionNav.tsx';

const PARTS = [
  { to: '/library', name: 'Movements', end: true },
  { to: '/ladders', name: 'Ladders' },
  { to: '/stances', name: 'Stances' },
  { to: '/words', name: 'Words' },
  { to: '/inbox', name: 'Inbox' },
  { to: '/health', name: 'Health' },
  { to: '/packs', name: 'Packs' },
];

/** Between the views of the library. */
export function LibraryNav() {
  return <SectionNav label="Library" parts={PARTS} />;
}
