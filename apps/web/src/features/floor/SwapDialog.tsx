import { lowerFirst } from '@waxwing/core/movement';
import type { BriefIndex, LaneSituation } from '@waxwing/core/session';
import { lazy, Suspense, useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import { FoundByKeys } from '../../shared/FoundByKeys.tsx';
import { SearchField } from '../../shared/SearchField.tsx';
import { Loading } from '../../shared/states.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import type { LaneTaps } from './laneTaps.ts';

/** The search comes when it is first asked for: Floor is there sooner without it. */
const SwapFound = lazy(() => import('./SwapFound.tsx'));

interface SwapDialogProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  readonly onClose: () => void;
}

/** Any movement of the library in place of the one that is done. The field is there at once, so that no letter is lost to loading. */
export function SwapDialog(props: SwapDialogProps) {
  const [query, setQuery] = useState('');
  return (
    <Dialog title={`Instead of ${lowerFirst(props.situation.movement.document.name)}`} onClose={props.onClose}>
      <FoundByKeys>
        <SearchField
          label="Find what to do instead"
          placeholder="A name, “easier”, a muscle, “no kit” …"
          value={query}
          className="mt-3 min-h-14"
          autoFocus
          onSearch={setQuery}
        />
        <Suspense fallback={<Loading what="the library" />}>
          <SwapFound {...props} query={query} onQuery={setQuery} />
        </Suspense>
      </FoundByKeys>
    </Dialog>
  );
}
