import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SessionEntity } from '../sessions/session.entities.ts';
import { SessionsModule } from '../sessions/sessions.module.ts';
import { BoardDeviceEntity, BoardEntity } from './board.entities.ts';
import { Boards } from './boards.ts';
import { BoardsController } from './boards.controller.ts';

@Module({
  imports: [TypeOrmModule.forFeature([BoardEntity, BoardDeviceEntity, SessionEntity]), SessionsModule],
  controllers: [BoardsController],
  providers: [Boards],
})
export class BoardsModule {}
