import type { LaneState, SessionState } from '@waxwing/core/session';
import { GuestDialog } from '../../shared/GuestDialog.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';

interface WhoIsGuestProps {
  readonly live: FloorSession;
  readonly state: SessionState;
  readonly lane: LaneState;
  readonly onClose: () => void;
}

/** Who the guest of a lane is, while the hour goes on; nothing where the lane is no guest's. */
export function WhoIsGuest({ live, state, lane: { laneId, guest }, onClose }: WhoIsGuestProps) {
  if (guest === undefined) return null;
  const here = new Set(state.lanes.map(({ clientId }) => clientId));
  return <GuestDialog guest={guest} here={here} onSay={(client) => live.sayWho(laneId, client)} onClose={onClose} />;
}
