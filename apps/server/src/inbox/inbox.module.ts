import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientsModule } from '../clients/clients.module.ts';
import { LibraryModule } from '../library/library.module.ts';
import { LogTypedEntity } from '../sessions/session.entities.ts';
import { InboxController } from './inbox.controller.ts';
import { InboxDropEntity } from './inbox.entities.ts';
import { Inbox } from './inbox.ts';

@Module({
  imports: [TypeOrmModule.forFeature([LogTypedEntity, InboxDropEntity]), ClientsModule, LibraryModule],
  controllers: [InboxController],
  providers: [Inbox],
})
export class InboxModule {}
