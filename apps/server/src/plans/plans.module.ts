import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClientsModule } from '../clients/clients.module.ts';
import { SessionEntity } from '../sessions/session.entities.ts';
import { PlanEntity } from './plan.entities.ts';
import { PlansController } from './plans.controller.ts';
import { Plans } from './plans.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PlanEntity, SessionEntity]), ClientsModule],
  controllers: [PlansController],
  providers: [Plans],
  exports: [Plans],
})
export class PlansModule {}
