import { SectionNav } from './SectionNav.tsx';

const PARTS = [
  { to: '/rooms', name: 'Rooms and kit' },
  { to: '/people', name: 'People' },
];

/** Between the views of the settings. */
export function SettingsNav() {
  return <SectionNav label="Settings" parts={PARTS} />;
}
