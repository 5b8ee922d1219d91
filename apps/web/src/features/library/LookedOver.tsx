import { useMutation } from '@tanstack/react-query';
import { api } from '../../shared/api.ts';
import { localDate, longDay } from '../../shared/dates.ts';
import { useLooks, useRefresh } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';

/** When somebody last read it through; and that one has just done so. */
export function LookedOver({ movementId }: { readonly movementId: string }) {
  const { me } = useSignedIn();
  const { data: looks } = useLooks();
  const refresh = useRefresh();
  const note = useMutation({
    mutationFn: (isLookedOver: boolean) => api.put(`library/${encodeURIComponent(movementId)}/look`, { isLookedOver }),
    onSettled: refresh,
  });
  const look = looks?.find((each) => each.movementId === movementId);
  if (!look) return null;
  const day = (at: string) => localDate(new Date(at));
  const isToday = look.lookedAt !== null && day(look.lookedAt) === localDate();
  return (
    <section aria-label="Looked over" className="text-quiet flex flex-wrap items-center gap-x-3 print:hidden">
      <p role="status">
        Last changed {longDay(day(look.changedAt))}
        {look.lookedAt ? `; looked over by ${look.lookedBy}${isToday ? ' today' : `, ${longDay(day(look.lookedAt))}`}.` : '.'}
      </p>
      {me.keepsLibrary && (
        <button
          type="button"
          className="link min-h-11 cursor-pointer"
          disabled={note.isPending}
          onClick={() => note.mutate(!isToday)}
        >
          {isToday ? 'not, after all' : 'looked over today'}
        </button>
      )}
      {note.error && (
        <span role="alert" className="font-bold">
          {note.error.message}
        </span>
      )}
    </section>
  );
}
