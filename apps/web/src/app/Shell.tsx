import clsx from 'clsx';
import { LogOut, Moon, Sun } from 'lucide-react';
import { Suspense, useState } from 'react';
import { Link, matchPath, Outlet, useLocation } from 'react-router';
import { Mark } from '../shared/Mark.tsx';
import { SendState } from '../shared/SendState.tsx';
import { useSignedIn } from '../shared/signedIn.tsx';
import { Loading } from '../shared/states.tsx';
import { Unbroken } from './Broken.tsx';
import { PAGES } from './routes.tsx';
import { chooseTheme, currentTheme } from './themeChoice.ts';

const SECTIONS = PAGES.filter(({ isFirst }) => isFirst);

/** Everything but Floor: where to go on the left (or on top, on a narrow screen), the page beside it. */
export function Shell() {
  const { me, signOut } = useSignedIn();
  const { pathname } = useLocation();
  const here = PAGES.find(({ path }) => matchPath(`/${path}`, pathname))?.section;
  const [theme, setTheme] = useState(currentTheme);
  const [signingOut, setSigningOut] = useState<'no' | 'now' | 'failed'>('no');
  const other = theme === 'waxwing' ? 'dusk' : 'waxwing';
  return (
    <div className="min-h-dvh md:flex">
      <nav
        aria-label="Main"
        className="border-base-300 print:hidden flex shrink-0 flex-wrap items-center border-b px-3 py-1 md:flex-nowrap md:gap-1 md:sticky md:top-0 md:h-dvh md:w-36 md:flex-col md:items-stretch md:border-r md:border-b-0 md:px-4 md:py-5"
      >
        <div className="md:mb-4">
          <Mark size={38} />
        </div>
        {SECTIONS.map(({ path, section }) => (
          <Link
            key={path}
            to={`/${path}`}
            aria-current={section === here ? 'page' : undefined}
            className="flex min-h-11 items-center px-2 text-base md:text-lg"
          >
            <span className={clsx(section === here && 'tail font-bold')}>{section}</span>
          </Link>
        ))}
        <div className="ml-auto flex items-center gap-1 md:mt-auto md:ml-0 md:flex-col md:items-start">
          <span className="text-quiet hidden px-2 text-sm md:block">{me.name}</span>
          <button
            type="button"
            className="btn btn-ghost min-h-11 px-2 font-normal"
            onClick={() => {
              chooseTheme(other);
              setTheme(other);
            }}
          >
            {theme === 'waxwing' ? <Moon aria-hidden="true" size={18} /> : <Sun aria-hidden="true" size={18} />}
            <span className="sr-only md:not-sr-only">{theme === 'waxwing' ? 'Dusk' : 'Day'}</span>
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
            <span className="sr-only md:not-sr-only">{signingOut === 'now' ? 'Signing out …' : 'Sign out'}</span>
          </button>
          {signingOut === 'failed' && (
            <p role="alert" className="px-2 text-sm">
              Signing out needs the server.
            </p>
          )}
        </div>
      </nav>
      <div className="min-w-0 flex-1">
        <div className="px-5 md:px-8 print:hidden">
          <SendState isQuiet />
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
