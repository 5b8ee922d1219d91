import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import type { PlaceSummary } from '@waxwing/core/api';
import { PlaceForm } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Places } from './places.ts';

@Controller('api/places')
export class PlacesController {
  constructor(private readonly places: Places) {}

  @Get()
  list(@Actor() { studioId }: SignedIn): Promise<PlaceSummary[]> {
    return this.places.list(studioId);
  }

  @Post()
  @ShapeBody(PlaceForm)
  add(@Actor() { studioId }: SignedIn, @Body() form: PlaceForm): Promise<PlaceSummary> {
    return this.places.add(studioId, form);
  }

  @Put(':placeId')
  @ShapeBody(PlaceForm)
  change(
    @Actor() { studioId }: SignedIn,
    @Param('placeId', IdPipe) placeId: string,
    @Body() form: PlaceForm,
  ): Promise<PlaceSummary> {
    return this.places.change(studioId, placeId, form);
  }

  @Delete(':placeId')
  @HttpCode(204)
  remove(@Actor() actor: SignedIn, @Param('placeId', IdPipe) placeId: string): Promise<void> {
    return this.places.remove(actor, placeId);
  }
}
