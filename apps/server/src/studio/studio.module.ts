import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PlacesController } from './places.controller.ts';
import { PlaceEntity } from './studio.entity.ts';
import { StudioSetup } from './studioSetup.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PlaceEntity])],
  controllers: [PlacesController],
  providers: [StudioSetup],
  exports: [StudioSetup],
})
export class StudioModule {}
