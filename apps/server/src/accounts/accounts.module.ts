import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StudioEntity } from './studio.entity.ts';
import { SignInEntity, TrainerEntity } from './account.entities.ts';
import { AccountsController } from './accounts.controller.ts';
import { SignedInGuard } from './signedInGuard.ts';
import { SignIns } from './signIns.ts';
import { TrainersController } from './trainers.controller.ts';
import { Trainers } from './trainers.ts';

@Module({
  imports: [TypeOrmModule.forFeature([TrainerEntity, SignInEntity, StudioEntity])],
  controllers: [AccountsController, TrainersController],
  providers: [SignIns, Trainers, { provide: APP_GUARD, useClass: SignedInGuard }],
  exports: [SignIns],
})
export class AccountsModule {}
