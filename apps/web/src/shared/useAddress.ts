import { useSearchParams } from 'react-router';

/** A view's whole state in its address, so that it can be sent and gone back to. An empty value takes the name out. */
export function useAddress() {
  const [params, setParams] = useSearchParams();
  const set = (changes: Readonly<Record<string, string | null>>) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [name, value] of Object.entries(changes)) {
          if (value) next.set(name, value);
          else next.delete(name);
        }
        return next;
      },
      { replace: true, preventScrollReset: true },
    );
  return { get: (name: string) => params.get(name), set, search: params.toString() };
}
