import { faultsMeant } from '@waxwing/core/coaching';
import { VIEWS, type Lexicon, type MovementDocument, type Side, type View } from '@waxwing/core/movement';
import type { FaultTile, LaneSituation } from '@waxwing/core/session';
import clsx from 'clsx';
import { Keyboard } from 'lucide-react';
import { memo } from 'react';
import { FaultStill } from '../../shared/figure/FaultStill.tsx';
import { SeverityDrop } from '../../shared/Severity.tsx';
import { VIEW_WORDS } from '../../shared/viewWords.ts';
import type { LaneTaps } from './laneTaps.ts';
import { TypeIt } from './TypeIt.tsx';
import { workingSideOf } from './workingSide.ts';

interface FaultTilesProps {
  readonly lexicon: Lexicon;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  /** What a mirror shows besides. */
  readonly mirror: View | null;
  readonly onView: (view: View) => void;
  readonly onKeys: () => void;
  /** With others beside it: everything in one column, a size smaller. */
  readonly isTight: boolean;
  readonly onFelt: () => void;
}

/** What may go wrong, the likeliest that can be seen from here first. */
export const FaultTiles = memo(function FaultTiles({
  lexicon,
  situation,
  taps,
  mirror,
  onView,
  onKeys,
  isTight,
  onFelt,
}: FaultTilesProps) {
  const { tiles, lane, drawn, set, movement } = situation;
  const workingSide = workingSideOf(situation);
  return (
    <aside
      aria-label="Faults"
      className={clsx('contain-content px-4 py-3 lg:overflow-y-auto lg:pl-0', isTight && 'md:overflow-y-auto md:pl-0')}
    >
      <div className="mb-2 flex items-center gap-1">
        <span className={clsx('text-quiet whitespace-nowrap', isTight && 'lg:max-xl:hidden')}>You are</span>
        {VIEWS.map((view) => (
          <button
            key={view}
            type="button"
            aria-pressed={lane.view === view}
            className="min-h-11 min-w-11 cursor-pointer px-1.5 text-lg"
            onClick={() => onView(view)}
          >
            <span className={clsx(lane.view === view && 'tail font-bold')}>{VIEW_WORDS[view]}</span>
            {view === mirror && <span className="text-quiet block text-xs leading-none">in the mirror</span>}
          </button>
        ))}
        <button
          type="button"
          aria-label="Keys"
          className="btn btn-ghost btn-square ml-auto hidden size-11 md:grid"
          onClick={onKeys}
        >
          <Keyboard size={20} />
        </button>
      </div>
      <ul className={clsx('grid gap-2', !isTight && 'md:grid-cols-2 lg:grid-cols-1')}>
        {tiles.map((tile, at) => (
          <Tile
            key={tile.fault.faultId}
            tile={tile}
            digit={at + 1}
            document={drawn}
            lexicon={lexicon}
            view={lane.view}
            workingSide={workingSide}
            isTight={isTight}
            onSee={taps.see}
          />
        ))}
      </ul>
      <div className={clsx('mt-2', isTight && 'flex flex-wrap')}>
        <TypeIt
          text="Another fault"
          label="What do you see?"
          placeholder="what you see"
          most={40}
          done="There"
          {...(!isTight && { className: 'w-full' })}
          onTyped={taps.seeTyped}
          meant={(text) =>
            faultsMeant(text, movement.faults, lexicon).map(({ fault }) => ({
              id: fault.faultId,
              name: fault.name,
              mark: <SeverityDrop severity={fault.severity} />,
            }))
          }
          onMeant={taps.see}
        />
        {set && (
          <button type="button" className="btn btn-ghost min-h-14 justify-start text-left font-normal" onClick={onFelt}>
            {isTight ? 'Felt where?' : 'Where do they feel it?'}
          </button>
        )}
      </div>
    </aside>
  );
});

interface TileProps {
  readonly tile: FaultTile;
  readonly digit: number;
  readonly document: MovementDocument;
  readonly lexicon: Lexicon;
  readonly view: View;
  readonly workingSide: Side;
  readonly isTight: boolean;
  readonly onSee: (faultId: string, side?: Side) => void;
}

/** A share of few says more than it knows. */
const SHARE_FROM = 10;

/** In how many of the sets that were looked at it was there. */
function rateText({ shown, looked }: { readonly shown: number; readonly looked: number }): string {
  return looked < SHARE_FROM ? `${shown} of ${looked} sets` : `${Math.max(1, Math.round((100 * shown) / looked))}% of sets`;
}

/** Drawn anew only when something of its own has changed. */
const Tile = memo(function Tile({ tile, digit, document, lexicon, view, workingSide, isTight, onSee }: TileProps) {
  const { fault, rate, inView, seen } = tile;
  const isOpen = seen?.status === 'open';
  return (
    <li
      className={clsx(
        'flex overflow-hidden rounded-2xl border',
        isOpen
          ? 'bg-neutral text-neutral-content border-transparent'
          : inView
            ? 'bg-panel border-transparent'
            : 'border-base-content/45 border-dashed',
      )}
    >
      <button
        type="button"
        className="flex min-h-16 min-w-0 flex-1 cursor-pointer items-center gap-x-2 py-1 pr-1.5 pl-1 text-left"
        onClick={() => onSee(fault.faultId)}
      >
        <span
          className={clsx(
            'bg-base-200 flex shrink-0 items-end justify-center overflow-hidden rounded-xl p-0.5 empty:hidden',
            isTight ? 'h-14 w-11' : 'h-15 w-15',
          )}
        >
          <FaultStill
            document={document}
            lexicon={lexicon}
            fault={fault}
            view={view}
            workingSide={workingSide}
            className="max-h-14 max-w-full"
            {...(seen?.side && { side: seen.side })}
          />
        </span>
        <span className="min-w-0 flex-1">
          <span className={clsx('flex items-baseline leading-tight font-bold', isTight ? 'gap-1.5' : 'gap-2 text-lg')}>
            {digit < 10 && (
              <span aria-hidden="true" className="figures hidden text-sm font-normal opacity-70 md:inline">
                {digit}
              </span>
            )}
            {fault.name}
          </span>
          <span className="mt-0.5 block text-sm">
            <SeverityDrop severity={fault.severity} onDark={isOpen} /> {fault.severity}
            {isOpen && ` · there${seen.side ? `, ${seen.side}` : ''}`}
            {(seen?.status === 'fixed' || seen?.status === 'gone') && ' · gone in this set'}
            {!seen && rate.shown > 0 && ` · ${rateText(rate)}`}
            {!inView && ` · ${fault.views.map((view) => VIEW_WORDS[view]).join(' or ')}\u00a0only`}
          </span>
        </span>
      </button>
      {fault.oneSided &&
        (['left', 'right'] as const).map((side) => (
          <button
            key={side}
            type="button"
            aria-label={`${fault.name}, ${side}`}
            className="border-base-300 w-12 cursor-pointer border-l text-lg"
            onClick={() => onSee(fault.faultId, side)}
          >
            {side === 'left' ? 'L' : 'R'}
          </button>
        ))}
    </li>
  );
});
