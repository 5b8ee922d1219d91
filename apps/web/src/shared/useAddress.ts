import { useCallback } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';

/**
 * A view's whole state in its address, so that it can be sent and gone back to. An empty value takes the name out. In every view `for` is
 * a client, and `place` a room.
 */
export function useAddress() {
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const set = useCallback(
    (changes: Readonly<Record<string, string | null>>) => {
      // From the address bar, not from what was rendered last: two changes before the next render are both kept.
      const next = new URLSearchParams(window.location.pathname === pathname ? window.location.search : '');
      for (const [name, value] of Object.entries(changes)) {
        if (value) next.set(name, value);
        else next.delete(name);
      }
      void navigate({ search: next.toString(), hash: window.location.hash }, { replace: true, preventScrollReset: true });
    },
    [navigate, pathname],
  );
  return { get: (name: string) => params.get(name), set, search: params.toString() };
}
