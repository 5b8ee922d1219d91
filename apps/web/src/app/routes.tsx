import { lazy, type ComponentType } from 'react';
import { matchPath } from 'react-router';
import { TodayPage } from '../features/today/TodayPage.tsx';

/** Where a page belongs in the navigation. */
export type Place = 'Today' | 'Library' | 'Clients' | 'Log' | 'Tools' | 'Settings';

interface PageRoute {
  /** Without the slash that it begins with. */
  readonly path: string;
  readonly page: ComponentType;
  /** Which place is marked while the page is open; without one, none. */
  readonly place?: Place;
  /** Opened by the place's name: the first page of it. */
  readonly isFirst?: true;
}

type Load = () => Promise<{ readonly default: ComponentType }>;

/** How the pages are loaded that aren't there from the beginning. */
const loads = new Map<ComponentType, Load>();

function page(load: Load): ComponentType {
  const shown = lazy(load);
  loads.set(shown, load);
  return shown;
}

const Ladders = page(() => import('../features/ladders/LaddersPage.tsx'));
const Rooms = page(() => import('../features/rooms/RoomsPage.tsx'));
const Tools = page(() => import('../features/tools/ToolsPage.tsx'));
const ClientForm = page(() => import('../features/clients/ClientFormPage.tsx'));

/** Every page at a desk: its address, what it shows, and its place. All but the first are loaded when they are opened. */
export const PAGES: readonly PageRoute[] = [
  { path: '', page: TodayPage, place: 'Today', isFirst: true },
  { path: 'library', page: page(() => import('../features/library/LibraryPage.tsx')), place: 'Library', isFirst: true },
  { path: 'library/:movementId', page: page(() => import('../features/library/MovementPage.tsx')), place: 'Library' },
  { path: 'ladders', page: Ladders, place: 'Library' },
  { path: 'ladders/:family', page: Ladders, place: 'Library' },
  { path: 'health', page: page(() => import('../features/library/HealthPage.tsx')), place: 'Library' },
  { path: 'stances', page: page(() => import('../features/settings/StancesPage.tsx')), place: 'Library' },
  { path: 'clients', page: page(() => import('../features/clients/ClientsPage.tsx')), place: 'Clients', isFirst: true },
  { path: 'clients/new', page: ClientForm, place: 'Clients' },
  { path: 'clients/:clientId', page: page(() => import('../features/clients/ClientPage.tsx')), place: 'Clients' },
  { path: 'clients/:clientId/record', page: ClientForm, place: 'Clients' },
  { path: 'clients/:clientId/tests', page: page(() => import('../features/clients/TestsPage.tsx')), place: 'Clients' },
  { path: 'log', page: page(() => import('../features/log/LogListPage.tsx')), place: 'Log', isFirst: true },
  { path: 'log/:sessionId', page: page(() => import('../features/log/LogPage.tsx')), place: 'Log' },
  { path: 'tools', page: Tools, place: 'Tools', isFirst: true },
  { path: 'tools/:tool', page: Tools, place: 'Tools' },
  { path: 'rooms', page: Rooms, place: 'Settings', isFirst: true },
  { path: 'rooms/:placeId', page: Rooms, place: 'Settings' },
  { path: 'people', page: page(() => import('../features/settings/PeoplePage.tsx')), place: 'Settings' },
  { path: 'devices', page: page(() => import('../features/settings/DevicesPage.tsx')), place: 'Settings' },
  { path: 'backup', page: page(() => import('../features/settings/BackupPage.tsx')), place: 'Settings' },
  { path: 'start/:clientId', page: page(() => import('../features/start/StartPage.tsx')) },
];

/** Apart from the others: it fills the screen, and has no navigation beside it. */
export const FLOOR: PageRoute = {
  path: 'floor/:sessionId',
  page: page(() => import('../features/floor/FloorPage.tsx')),
};

/** Begins to load the page of an address, so that it is there when somebody is known to be signed in. */
export function loadAhead(pathname: string): void {
  const route = [FLOOR, ...PAGES].find(({ path }) => matchPath(`/${path}`, pathname));
  // Whoever shows it says what went wrong.
  void (route && loads.get(route.page)?.())?.catch(() => undefined);
}
