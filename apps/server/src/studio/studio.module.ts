import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LibraryModule } from '../library/library.module.ts';
import { Places } from './places.ts';
import { PlacesController } from './places.controller.ts';
import { PlaceEntity } from './studio.entity.ts';
import { StudioSetup } from './studioSetup.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PlaceEntity]), LibraryModule],
  controllers: [PlacesController],
  providers: [StudioSetup, Places],
  exports: [StudioSetup],
})
export class StudioModule {}
