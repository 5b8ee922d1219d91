import { lowerFirst } from '@waxwing/core/movement';
import { showedText, warmUpShowed, type BriefIndex, type LaneSituation } from '@waxwing/core/session';
import { SeverityDrop } from '../../shared/Severity.tsx';
import type { LaneTaps } from './laneTaps.ts';

interface WarmUpLineProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
}

/** What the warm-up showed, before the first set of what it rehearsed, and one tap to begin easier for it. */
export function WarmUpLine({ index, situation, taps }: WarmUpLineProps) {
  const showed = warmUpShowed(index, situation);
  if (!showed) return null;
  const { beginWith, faults } = showed;
  return (
    <div
      role="group"
      aria-label="What the warm-up showed"
      className="border-accent mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 border-l-8 pl-3"
    >
      <p className="min-w-48 flex-1 text-lg leading-tight">
        <SeverityDrop severity={faults[0]!.severity} size={14} /> In the warm-up: <b>{showedText(showed)}</b>
      </p>
      {beginWith && (
        <button type="button" className="btn min-h-14" onClick={() => taps.takeLevel(beginWith)}>
          Begin with: {lowerFirst(beginWith.text)}
        </button>
      )}
    </div>
  );
}
