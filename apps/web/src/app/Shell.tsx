import clsx from 'clsx';
import { LogOut, Menu, Moon, Sun, X } from 'lucide-react';
import { Suspense, useState, useSyncExternalStore } from 'react';
import { Link, matchPath, Outlet, useLocation } from 'react-router';
import { keptAnswers } from '../shared/api.ts';
import { localDate, shortDay, timeOfDay } from '../shared/dates.ts';
import { Mark } from '../shared/Mark.tsx';
import { SendState } from '../shared/SendState.tsx';
import { useSignedIn } from '../shared/signedIn.tsx';
import { Loading } from '../shared/states.tsx';
import { Unbroken } from './Broken.tsx';
import { PAGES } from './routes.tsx';
import { chooseTheme, currentTheme } from './themeChoice.ts';

const SECTIONS = PAGES.filter(({ isFirst }) => isFirst);

/** Everything but Floor: where to go on the left (on a narrow screen folded into a bar), the page beside it. */
export function Shell() {
  const { pathname } = useLocation();
  const here = PAGES.find(({ path }) => matchPath(`/${path}`, pathname))?.section;
  // Open as long as one stays on the page where it was opened.
  const [openAt, setOpenAt] = useState<string | null>(null);
  const isOpen = openAt === pathname;
  return (
    <div className="min-h-dvh md:flex">
      <nav
        aria-label="Main"
        className="border-base-300 print:hidden flex shrink-0 flex-wrap items-center border-b px-3 py-1 md:flex-nowrap md:gap-1 md:sticky md:top-0 md:h-dvh md:w-36 md:flex-col md:overflow-y-auto md:items-stretch md:border-r md:border-b-0 md:px-4 md:py-5"
      >
        <div className="flex w-full items-center gap-3 md:mb-4">
          <Mark size={38} />
          <span aria-hidden="true" className="min-w-0 flex-1 truncate text-lg font-bold md:hidden">
            {here}
          </span>
          <button
            type="button"
            className="btn btn-ghost min-h-11 text-base md:hidden"
            aria-expanded={isOpen}
            aria-controls="where-to"
            onClick={() => setOpenAt(isOpen ? null : pathname)}
          >
            {isOpen ? <X aria-hidden="true" size={20} /> : <Menu aria-hidden="true" size={20} />}
            Menu
          </button>
        </div>
        <div
          id="where-to"
          className={clsx('w-full grid-cols-2 pb-2 md:flex md:min-h-0 md:flex-1 md:flex-col md:pb-0', isOpen ? 'grid' : 'hidden')}
        >
          {SECTIONS.map(({ path, section }) => (
            <Link
              key={path}
              to={`/${path}`}
              aria-current={section === here ? 'page' : undefined}
              className="flex min-h-12 items-center px-2 text-lg md:min-h-11"
            >
              <span className={clsx(section === here && 'tail font-bold')}>{section}</span>
            </Link>
          ))}
          <WhoIsHere />
        </div>
      </nav>
      <div className="min-w-0 flex-1">
        <div className="px-5 md:px-8 print:hidden">
          <SendState isQuiet />
          <AsOf />
        </div>
        <Unbroken>
          <Suspense fallback={<Loading what="the page" />}>
            <Outlet />
          </Suspense>
        </Unbroken>
      </div>
    </div>
  );
}

/** Without a network: how old is what this page shows. */
function AsOf() {
  const since = useSyncExternalStore(keptAnswers.subscribe, keptAnswers.since);
  if (since === null) return null;
  const at = new Date(since);
  const day = localDate(at);
  return (
    <p role="status" className="border-accent mt-1 border-l-4 pl-3">
      <b>No way to the server just now.</b> This is what this device knew
      {day === localDate() ? '' : ` on ${shortDay(day)}`} at {timeOfDay(at.getHours() * 60 + at.getMinutes())}.
    </p>
  );
}

/** Whose sign-in it is, light or dark, and the way out. */
function WhoIsHere() {
  const { me, signOut } = useSignedIn();
  const [theme, setTheme] = useState(currentTheme);
  const [signingOut, setSigningOut] = useState<'no' | 'now' | 'failed'>('no');
  const other = theme === 'waxwing' ? 'dusk' : 'waxwing';
  return (
    <div className="border-base-300 col-span-2 flex flex-wrap items-center gap-1 border-t pt-1 md:mt-auto md:flex-col md:items-start md:border-t-0 md:pt-0">
      <span className="text-quiet w-full px-2 text-sm">{me.name}</span>
      <button
        type="button"
        className="btn btn-ghost min-h-11 px-2 font-normal"
        onClick={() => {
          chooseTheme(other);
          setTheme(other);
        }}
      >
        {theme === 'waxwing' ? <Moon aria-hidden="true" size={18} /> : <Sun aria-hidden="true" size={18} />}
        {theme === 'waxwing' ? 'Dark' : 'Light'}
      </button>
      <button
        type="button"
        className="btn btn-ghost min-h-11 px-2 font-normal"
        disabled={signingOut === 'now'}
        onClick={() => {
          setSigningOut('now');
          void signOut().catch(() => setSigningOut('failed'));
        }}
      >
        <LogOut aria-hidden="true" size={18} />
        {signingOut === 'now' ? 'Signing out …' : 'Sign out'}
      </button>
      {signingOut === 'failed' && (
        <p role="alert" className="px-2 text-sm">
          Signing out needs the server.
        </p>
      )}
    </div>
  );
}
