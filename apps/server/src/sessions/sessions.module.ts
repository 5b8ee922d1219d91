import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { TombstoneLaneEntity } from '../clients/client.entities.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { LibraryModule } from '../library/library.module.ts';
import { MovementEntity } from '../library/library.entities.ts';
import { PlaceEntity } from '../studio/place.entity.ts';
import { AccountsModule } from '../accounts/accounts.module.ts';
import { Briefs } from './briefs.ts';
import { Changes } from './changes.ts';
import { ChangesController } from './changes.controller.ts';
import { EventLog } from './eventLog.ts';
import { History } from './history.ts';
import { LiveSessions } from './liveSessions.ts';
import { Reprojection } from './reprojection.ts';
import { EventEntity, PROJECTED, SessionClientEntity, SessionEntity, SessionLogEntity } from './session.entities.ts';
import { StancesModule } from '../stances/stances.module.ts';
import { CueTrialsController } from './cueTrials.controller.ts';
import { MovementSessions } from './movementSessions.ts';
import { MovementSessionsController } from './movementSessions.controller.ts';
import { MarksController } from './marks.controller.ts';
import { Paces } from './paces.ts';
import { PacesController } from './paces.controller.ts';
import { PracticeController } from './practice.controller.ts';
import { LastTimeController } from './lastTime.controller.ts';
import { SessionsController } from './sessions.controller.ts';
import { Sessions } from './sessions.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      SessionEntity,
      SessionClientEntity,
      EventEntity,
      SessionLogEntity,
      ...PROJECTED,
      MovementEntity,
      PlaceEntity,
      TombstoneLaneEntity,
      ServerStateEntity,
    ]),
    AccountsModule,
    ClientsModule,
    LibraryModule,
    StancesModule,
  ],
  controllers: [
    SessionsController,
    ChangesController,
    LastTimeController,
    PracticeController,
    PacesController,
    MarksController,
    CueTrialsController,
    MovementSessionsController,
  ],
  providers: [Sessions, Changes, EventLog, LiveSessions, Reprojection, Briefs, History, MovementSessions, Paces],
  exports: [Sessions, Changes, EventLog, History, Reprojection],
})
export class SessionsModule {}
