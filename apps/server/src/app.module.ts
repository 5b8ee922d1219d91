import { Module, type DynamicModule } from '@nestjs/common';
import { AccountsModule } from './accounts/accounts.module.ts';
import { BackupsModule } from './backups/backups.module.ts';
import { BoardsModule } from './boards/boards.module.ts';
import { BookingsModule } from './bookings/bookings.module.ts';
import { InboxModule } from './inbox/inbox.module.ts';
import { SuggestionsModule } from './suggestions/suggestions.module.ts';
import { ClientsModule } from './clients/clients.module.ts';
import { DatabaseModule } from './database/database.module.ts';
import type { OpenDatabase } from './database/openDatabase.ts';
import { HealthModule } from './health/health.module.ts';
import type { Habits } from './http/habits.ts';
import { SetupModule } from './setup/setup.module.ts';
import { PlansModule } from './plans/plans.module.ts';
import { SharedModule } from './http/shared.module.ts';
import { LibraryModule } from './library/library.module.ts';
import { PrivacyModule } from './privacy/privacy.module.ts';
import { SessionsModule } from './sessions/sessions.module.ts';
import { StancesModule } from './stances/stances.module.ts';
import { StudioModule } from './studio/studio.module.ts';

@Module({})
export class AppModule {
  static on(database: OpenDatabase, habits: Habits): DynamicModule {
    return {
      module: AppModule,
      imports: [
        DatabaseModule.on(database),
        SharedModule.with(habits),
        AccountsModule,
        ClientsModule,
        LibraryModule,
        SessionsModule,
        BoardsModule,
        BookingsModule,
        PlansModule,
        InboxModule,
        SuggestionsModule,
        StancesModule,
        StudioModule,
        SetupModule,
        PrivacyModule,
        BackupsModule,
        HealthModule,
      ],
    };
  }
}
