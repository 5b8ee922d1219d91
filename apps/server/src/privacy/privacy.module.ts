import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientsModule } from '../clients/clients.module.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { SessionsModule } from '../sessions/sessions.module.ts';
import { ClientExports } from './clientExports.ts';
import { ClientRemoval } from './clientRemoval.ts';
import { PrivacyController } from './privacy.controller.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ServerStateEntity]), ClientsModule, SessionsModule],
  controllers: [PrivacyController],
  providers: [ClientExports, ClientRemoval],
})
export class PrivacyModule {}
