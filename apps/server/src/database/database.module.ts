import { Global, Module, type DynamicModule } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { OpenDatabase } from './openDatabase.ts';
import { Transactions } from './transactions.ts';

/** An open database: its reads as TypeORM's repositories, its writes through `Transactions` alone. */
@Global()
@Module({})
export class DatabaseModule {
  static on(database: OpenDatabase): DynamicModule {
    return {
      module: DatabaseModule,
      imports: [
        TypeOrmModule.forRootAsync({
          useFactory: () => ({ ...database.reader.options, retryAttempts: 0 }),
          dataSourceFactory: () => Promise.resolve(database.reader),
        }),
      ],
      providers: [{ provide: OpenDatabase, useValue: database }, Transactions],
      exports: [OpenDatabase, Transactions],
    };
  }
}
