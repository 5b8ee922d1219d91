import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerModule } from '@nestjs/throttler';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StudioEntity } from '../studio/studio.entity.ts';
import { SignInEntity, TrainerEntity } from './account.entities.ts';
import { AccountsController } from './accounts.controller.ts';
import { SignedInGuard } from './signedInGuard.ts';
import { SignIns } from './signIns.ts';

/** Tries to sign in from one address. */
const TRIES_A_MINUTE = 20;

@Module({
  imports: [
    TypeOrmModule.forFeature([TrainerEntity, SignInEntity, StudioEntity]),
    ThrottlerModule.forRoot({
      throttlers: [{ ttl: 60_000, limit: TRIES_A_MINUTE }],
      errorMessage: 'Too many tries: wait a minute',
    }),
  ],
  controllers: [AccountsController],
  providers: [SignIns, { provide: APP_GUARD, useClass: SignedInGuard }],
  exports: [SignIns],
})
export class AccountsModule {}
