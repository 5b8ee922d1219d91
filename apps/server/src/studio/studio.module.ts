import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LibraryModule } from '../library/library.module.ts';
import { FirstOwnerController } from './firstOwner.controller.ts';
import { FirstOwner } from './firstOwner.ts';
import { Places } from './places.ts';
import { PlacesController } from './places.controller.ts';
import { PlaceEntity, StudioEntity } from './studio.entity.ts';
import { StudioSetup } from './studioSetup.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PlaceEntity, StudioEntity]), LibraryModule],
  controllers: [PlacesController, FirstOwnerController],
  providers: [StudioSetup, Places, FirstOwner],
  exports: [StudioSetup, FirstOwner],
})
export class StudioModule {}
