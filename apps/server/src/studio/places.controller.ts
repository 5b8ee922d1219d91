import { Controller, Get } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { PlaceSummary } from '@waxwing/core';
import { Repository } from 'typeorm';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { PlaceEntity } from './studio.entity.ts';

@Controller('api/places')
export class PlacesController {
  constructor(@InjectRepository(PlaceEntity) private readonly places: Repository<PlaceEntity>) {}

  @Get()
  async list(@Actor() { studioId }: SignedIn): Promise<PlaceSummary[]> {
    const places = await this.places.find({ where: { studioId }, order: { name: 'ASC' } });
    return places.map(({ id, name, kit }) => ({ placeId: id, name, kit }));
  }
}
