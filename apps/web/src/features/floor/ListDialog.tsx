import { lowerFirst } from '@waxwing/core/movement';
import { calledOf, isLevel, type BriefIndex, type LaneSituation } from '@waxwing/core/session';
import { LogOut, Search, UserRound, X } from 'lucide-react';
import { Dialog } from '../../shared/Dialog.tsx';
import { LaneItems } from './LaneRail.tsx';
import type { LaneTaps } from './laneTaps.ts';

interface ListDialogProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  readonly onFindSwap: () => void;
  /** Says who a guest is. */
  readonly onSayWho: () => void;
  readonly onClose: () => void;
}

/** The list of one of several: beside the others' strips it has no room of its own. */
export function ListDialog({ index, situation, taps, onFindSwap, onSayWho, onClose }: ListDialogProps) {
  const { item, isWorking, nextItem } = situation;
  const canDrop = !isWorking && !item.dropped && nextItem !== null && item.setIds.length < item.sets;
  return (
    <Dialog title={`${calledOf(situation.client)}’s list`} onClose={onClose}>
      <nav aria-label={`${situation.client.name}’s list`} className="mt-3 flex flex-col gap-1">
        <LaneItems
          index={index}
          situation={situation}
          onGo={(itemId) => {
            taps.goTo(itemId);
            onClose();
          }}
        />
        {canDrop && (
          <button
            type="button"
            className="btn btn-ghost min-h-14 justify-start px-3"
            onClick={() => {
              taps.drop(item.itemId);
              onClose();
            }}
          >
            <X aria-hidden="true" size={16} /> Leave out {lowerFirst(index.nameOf(item.movementId))}
          </button>
        )}
        {situation.lane.guest && (
          <button
            type="button"
            className="btn btn-ghost min-h-14 justify-start px-3"
            onClick={() => {
              onClose();
              onSayWho();
            }}
          >
            <UserRound aria-hidden="true" size={16} /> Who is {situation.lane.guest}?
          </button>
        )}
        {!isLevel(situation.lane) && (
          <button
            type="button"
            className="btn btn-ghost min-h-14 justify-start px-3"
            onClick={() => {
              taps.leave();
              onClose();
            }}
          >
            <LogOut aria-hidden="true" size={16} /> {calledOf(situation.client)} leaves early
          </button>
        )}
        <button
          type="button"
          className="btn btn-ghost min-h-14 justify-start px-3"
          onClick={() => {
            onClose();
            onFindSwap();
          }}
        >
          <Search aria-hidden="true" size={16} /> Another movement
        </button>
      </nav>
    </Dialog>
  );
}
