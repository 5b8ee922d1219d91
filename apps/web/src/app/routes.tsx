import { lazy, useState, type ComponentType } from 'react';
import { matchPath } from 'react-router';
import { TodayPage } from '../features/today/TodayPage.tsx';

/** The navigation has these sections. */
export type Section = 'Today' | 'Library' | 'Clients' | 'Log' | 'Tools' | 'Settings';

interface PageRoute {
  /** Without the slash that it begins with. */
  readonly path: string;
  readonly page: ComponentType;
  /** Which section is marked while the page is open; without one, none. */
  readonly section?: Section;
  /** Opened by the section’s name: the first page of it. */
  readonly isFirst?: true;
}

type Load = () => Promise<{ readonly default: ComponentType }>;

/** How the pages are loaded that aren't there from the beginning. */
const loads = new Map<ComponentType, Load>();

/**
 * A page that is loaded when it is opened, or ahead of that. One that was loaded ahead is drawn at once: `lazy` alone would have its
 * stand-in drawn first, and React then leaves a stand-in standing for 300 ms.
 */
function page(load: Load): ComponentType {
  let loaded: ComponentType | null = null;
  const keep: Load = async () => {
    const module = await load();
    loaded = module.default;
    return module;
  };
  const Later = lazy(keep);
  function Page() {
    // The same for as long as the page stands: another component would begin anew, without what was typed.
    const [Shown] = useState(() => loaded ?? Later);
    return <Shown />;
  }
  loads.set(Page, keep);
  return Page;
}

/** As soon as nobody waits for the page, and at the latest after a second. */
function whenIdle(work: () => void): void {
  // Safari has none.
  if ('requestIdleCallback' in window) window.requestIdleCallback(work, { timeout: 1000 });
  else setTimeout(work, 1000);
}

const log = () => import('../features/log/LogPage.tsx');

const Ladders = page(() => import('../features/ladders/LaddersPage.tsx'));
const Rooms = page(() => import('../features/rooms/RoomsPage.tsx'));
const Tools = page(() => import('../features/tools/ToolsPage.tsx'));
const ClientForm = page(() => import('../features/clients/ClientFormPage.tsx'));

/** Every page at a desk: its address, what it shows, and its section. All but the first are loaded when they are opened. */
export const PAGES: readonly PageRoute[] = [
  { path: '', page: TodayPage, section: 'Today', isFirst: true },
  { path: 'library', page: page(() => import('../features/library/LibraryPage.tsx')), section: 'Library', isFirst: true },
  { path: 'library/new', page: page(() => import('../features/library/NewMovementPage.tsx')), section: 'Library' },
  { path: 'library/:movementId', page: page(() => import('../features/library/MovementPage.tsx')), section: 'Library' },
  {
    path: 'library/:movementId/changes',
    page: page(() => import('../features/library/ChangesPage.tsx')),
    section: 'Library',
  },
  { path: 'ladders', page: Ladders, section: 'Library' },
  { path: 'ladders/:family', page: Ladders, section: 'Library' },
  { path: 'words', page: page(() => import('../features/library/words/WordsPage.tsx')), section: 'Library' },
  { path: 'inbox', page: page(() => import('../features/library/InboxPage.tsx')), section: 'Library' },
  { path: 'packs', page: page(() => import('../features/library/PacksPage.tsx')), section: 'Library' },
  { path: 'health', page: page(() => import('../features/library/HealthPage.tsx')), section: 'Library' },
  { path: 'stances', page: page(() => import('../features/settings/StancesPage.tsx')), section: 'Library' },
  { path: 'clients', page: page(() => import('../features/clients/ClientsPage.tsx')), section: 'Clients', isFirst: true },
  { path: 'clients/new', page: ClientForm, section: 'Clients' },
  { path: 'clients/:clientId', page: page(() => import('../features/clients/ClientPage.tsx')), section: 'Clients' },
  { path: 'clients/:clientId/record', page: ClientForm, section: 'Clients' },
  { path: 'clients/:clientId/tests', page: page(() => import('../features/clients/TestsPage.tsx')), section: 'Clients' },
  { path: 'log', page: page(() => import('../features/log/LogListPage.tsx')), section: 'Log', isFirst: true },
  { path: 'log/:sessionId', page: page(log), section: 'Log' },
  { path: 'tools', page: Tools, section: 'Tools', isFirst: true },
  { path: 'tools/:tool', page: Tools, section: 'Tools' },
  { path: 'rooms', page: Rooms, section: 'Settings', isFirst: true },
  { path: 'rooms/:placeId', page: Rooms, section: 'Settings' },
  { path: 'people', page: page(() => import('../features/settings/PeoplePage.tsx')), section: 'Settings' },
  { path: 'devices', page: page(() => import('../features/settings/DevicesPage.tsx')), section: 'Settings' },
  { path: 'backup', page: page(() => import('../features/settings/BackupPage.tsx')), section: 'Settings' },
  { path: 'diary', page: page(() => import('../features/diary/DiaryPage.tsx')), section: 'Today' },
  { path: 'visits/:bookingId/plan', page: page(() => import('../features/plan/VisitPlanPage.tsx')), section: 'Today' },
  { path: 'plans', page: page(() => import('../features/plan/TemplatesPage.tsx')), section: 'Today' },
  { path: 'plans/:planId', page: page(() => import('../features/plan/PlanPage.tsx')), section: 'Today' },
  { path: 'start/:clientId', page: page(() => import('../features/plan/StartPage.tsx')), section: 'Today' },
];

/** Apart from the others: it fills the screen, and has no navigation beside it. */
export const FLOOR: PageRoute = {
  path: 'floor/:sessionId',
  page: page(async () => {
    const floor = await import('../features/floor/FloorPage.tsx');
    // An hour may end without a network, and its log is what is shown then.
    whenIdle(() => void log().catch(() => undefined));
    return floor;
  }),
};

/** Read from four metres, beside Floor: nothing round it. */
export const BOARD: PageRoute = {
  path: 'board/:sessionId',
  page: page(() => import('../features/floor/BoardPage.tsx')),
};

/** The board on a device where nobody signs in: a short address, to be typed there. */
export const REMOTE_BOARD: PageRoute = {
  path: 'b',
  page: page(() => import('../features/floor/RemoteBoardPage.tsx')),
};

/** Begins to load the page of an address, so that it is there when somebody is known to be signed in. */
export function loadAhead(pathname: string): void {
  const route = [FLOOR, BOARD, REMOTE_BOARD, ...PAGES].find(({ path }) => matchPath(`/${path}`, pathname));
  // Whoever shows it says what went wrong.
  void (route && loads.get(route.page)?.())?.catch(() => undefined);
}

/** Loads the page of a link while somebody is about to follow it: pointing at it and pressing are a tenth of a second apart. */
export function loadWhatIsPointedAt(): void {
  const begin = ({ target }: Event) => {
    const link = target instanceof Element ? target.closest<HTMLAnchorElement>('a[href]') : null;
    if (link?.origin === window.location.origin) loadAhead(link.pathname);
  };
  for (const type of ['pointerover', 'pointerdown', 'focusin']) document.addEventListener(type, begin, { passive: true });
}
