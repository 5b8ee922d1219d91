import { Module, type DynamicModule } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AccountsModule } from './accounts/accounts.module.ts';
import { BookingsModule } from './bookings/bookings.module.ts';
import { ClientsModule } from './clients/clients.module.ts';
import { dataSourceOptions } from './database/dataSource.ts';
import { SharedModule } from './http/shared.module.ts';
import { LibraryModule } from './library/library.module.ts';
import { PrivacyModule } from './privacy/privacy.module.ts';
import { SessionsModule } from './sessions/sessions.module.ts';
import { StancesModule } from './stances/stances.module.ts';
import { StudioModule } from './studio/studio.module.ts';

@Module({})
export class AppModule {
  static on(databaseFile: string): DynamicModule {
    return {
      module: AppModule,
      imports: [
        TypeOrmModule.forRoot(dataSourceOptions(databaseFile)),
        SharedModule,
        AccountsModule,
        ClientsModule,
        LibraryModule,
        SessionsModule,
        BookingsModule,
        StancesModule,
        StudioModule,
        PrivacyModule,
      ],
    };
  }
}
