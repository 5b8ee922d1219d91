import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { BackupsModule } from '../backups/backups.module.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { SessionsModule } from '../sessions/sessions.module.ts';
import { HealthController } from './health.controller.ts';
import { Health } from './health.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ServerStateEntity]), BackupsModule, SessionsModule],
  controllers: [HealthController],
  providers: [Health],
})
export class HealthModule {}
