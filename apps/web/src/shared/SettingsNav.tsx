import { SectionNav } from './SectionNav.tsx';

const PARTS = [
  { to: '/rooms', name: 'Rooms and kit' },
  { to: '/people', name: 'People' },
  { to: '/devices', name: 'Devices' },
  { to: '/backup', name: 'Backup' },
];

/** Between the views of the settings. */
export function SettingsNav() {
  return <SectionNav label="Settings" parts={PARTS} />;
}
