import { briefingCues, type LaneSituation } from '@waxwing/core';
import { Check } from 'lucide-react';
import type { LaneTaps } from './LanePanel.tsx';

/** While nothing is wrong: two cues to brief with, large, and a way to say that it looks good. */
export function CuesAtRest({ situation, taps }: { situation: LaneSituation; taps: LaneTaps }) {
  const { movement, set, isWorking } = situation;
  const cues = briefingCues(movement);
  const lastLook = set?.looks.at(-1);
  return (
    <section aria-label="Cues" className="bg-panel flex flex-1 flex-col justify-center gap-5 rounded-2xl px-5 py-6 md:px-8">
      {cues.map((cue) => (
        <p key={cue.cueId}>
          <span className="heading block text-4xl leading-tight text-balance md:text-5xl">{cue.text}</span>
          {cue.explain && <span className="text-quiet mt-1 block text-lg">{cue.explain}</span>}
        </p>
      ))}
      {isWorking && (
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <button type="button" className="btn btn-success min-h-16 px-8 text-xl" onClick={taps.looksGood}>
            <Check aria-hidden="true" size={24} /> Looks good
          </button>
          {lastLook?.clean ? (
            <p className="text-success text-lg font-bold">Seen clean. Say so.</p>
          ) : (
            <p className="text-quiet text-lg">Nothing noted yet in this set: tap what you see.</p>
          )}
        </div>
      )}
    </section>
  );
}
