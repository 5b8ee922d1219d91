import { SignInEntity, TrainerEntity } from './accounts/account.entities.ts';
import { BoardDeviceEntity, BoardEntity } from './boards/board.entities.ts';
import { BookingClientEntity, BookingEntity, CalendarFeedEntity } from './bookings/booking.entities.ts';
import {
  ClientAssignmentEntity,
  ClientEntity,
  ClientMeasurementEntity,
  ClientPictureEntity,
  ClientTombstoneEntity,
  TombstoneLaneEntity,
} from './clients/client.entities.ts';
import { InboxDropEntity } from './inbox/inbox.entities.ts';
import {
  MovementEntity,
  MovementLookEntity,
  MovementRevisionEntity,
  StarterNewsEntity,
  StarterReleaseEntity,
  VocabularyRevisionEntity,
  WordRevisionEntity,
} from './library/library.entities.ts';
import { EventEntity, PROJECTED, SessionClientEntity, SessionEntity, SessionLogEntity } from './sessions/session.entities.ts';
import { ServerStateEntity } from './database/serverState.entity.ts';
import { PlanClientEntity, PlanEntity } from './plans/plan.entities.ts';
import { StanceChoiceEntity } from './stances/stance.entities.ts';
import { SuggestionEntity } from './suggestions/suggestion.entity.ts';
import { StudioEntity } from './accounts/studio.entity.ts';
import { PlaceEntity } from './studio/place.entity.ts';

/** Every table. The database itself knows none of them: the ground floor doesn't look up. */
export const ENTITIES = [
  StudioEntity,
  PlaceEntity,
  TrainerEntity,
  SignInEntity,
  ClientEntity,
  ClientAssignmentEntity,
  ClientTombstoneEntity,
  TombstoneLaneEntity,
  ClientMeasurementEntity,
  ClientPictureEntity,
  MovementEntity,
  MovementLookEntity,
  MovementRevisionEntity,
  StarterNewsEntity,
  StarterReleaseEntity,
  VocabularyRevisionEntity,
  WordRevisionEntity,
  BookingEntity,
  BookingClientEntity,
  CalendarFeedEntity,
  PlanEntity,
  PlanClientEntity,
  SessionEntity,
  SessionClientEntity,
  EventEntity,
  SessionLogEntity,
  ...PROJECTED,
  BoardEntity,
  BoardDeviceEntity,
  StanceChoiceEntity,
  InboxDropEntity,
  SuggestionEntity,
  ServerStateEntity,
];
