import { lowerFirst, upperFirst } from '@waxwing/core/movement';
import { calledOf, feltPlaces, type BriefIndex, type FeltPlace, type LaneSituation } from '@waxwing/core/session';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { LaneTaps } from './laneTaps.ts';

interface FeltDialogProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  readonly onClose: () => void;
}

/** Where they feel it: a check that no eye can do. The right place is praise, another says what to do. */
export function FeltDialog({ index, situation, taps, onClose }: FeltDialogProps) {
  const { movement, client } = situation;
  const [said, setSaid] = useState<FeltPlace | null>(null);
  const places = feltPlaces(index, situation);
  const say = (place: FeltPlace) => {
    setSaid(place);
    taps.feltAt(place);
  };
  return (
    <Dialog title={`Where does ${calledOf(client)} feel it?`} onClose={onClose}>
      {said === null ? (
        <>
          <p className="text-quiet mt-2">Ask, and tap what they say.</p>
          <div className="mt-2 flex flex-wrap gap-2">
            {places.map((place) => (
              <button
                key={`${place.right}${place.id}`}
                type="button"
                className="btn min-h-14 px-5 text-lg font-normal"
                onClick={() => say(place)}
              >
                {upperFirst(place.name)}
              </button>
            ))}
            <button type="button" className="btn btn-ghost min-h-14 text-lg" onClick={onClose}>
              Nowhere in particular
            </button>
          </div>
        </>
      ) : said.right ? (
        <p role="status" className="text-success mt-4 text-2xl font-bold">
          <Check aria-hidden="true" size={24} className="mr-1 inline" />
          That is the place. Say so.
        </p>
      ) : (
        <div role="status" className="mt-4">
          <p className="text-2xl leading-tight font-bold">
            {said.feeling.kind === 'stop' && 'Stop. '}
            {said.feeling.means}
          </p>
          <div className="mt-4 flex flex-wrap gap-2">
            {said.feeling.kind === 'stop' && (
              <button
                type="button"
                className="bg-error text-error-content min-h-14 cursor-pointer rounded-xl px-6 text-lg font-bold"
                onClick={() => {
                  onClose();
                  taps.pain();
                }}
              >
                End the set
              </button>
            )}
            {movement.faults
              .filter(({ type }) => said.feeling.types?.includes(type))
              .map(({ faultId, name }) => (
                <button
                  key={faultId}
                  type="button"
                  className="btn btn-primary min-h-14 px-5 text-lg"
                  onClick={() => {
                    onClose();
                    taps.see(faultId);
                  }}
                >
                  It is: {lowerFirst(name)}
                </button>
              ))}
          </div>
        </div>
      )}
    </Dialog>
  );
}
