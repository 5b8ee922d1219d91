import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { SessionsModule } from '../sessions/sessions.module.ts';
import { ClientExports } from './clientExports.ts';
import { ClientRemoval } from './clientRemoval.ts';
import { PrivacyController } from './privacy.controller.ts';

@Module({
  imports: [ClientsModule, SessionsModule],
  controllers: [PrivacyController],
  providers: [ClientExports, ClientRemoval],
})
export class PrivacyModule {}
