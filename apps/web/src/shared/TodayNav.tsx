import { SectionNav } from './SectionNav.tsx';

const PARTS = [
  { to: '/', name: 'Today', end: true },
  { to: '/diary', name: 'Diary' },
  { to: '/plans', name: 'Templates', end: true },
];

/** Between the views of what is coming. */
export function TodayNav() {
  return <SectionNav label="What is coming" parts={PARTS} />;
}
