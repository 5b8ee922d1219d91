import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LibraryModule } from '../library/library.module.ts';
import { PlaceEntity } from './place.entity.ts';
import { Places } from './places.ts';
import { PlacesController } from './places.controller.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PlaceEntity]), LibraryModule],
  controllers: [PlacesController],
  providers: [Places],
})
export class StudioModule {}
