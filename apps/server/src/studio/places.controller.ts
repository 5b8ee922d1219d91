import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import type { PlaceSummary } from '@waxwing/core/api';
import { PlaceForm } from '@waxwing/core/shapes';
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
    @Param('placeId', ParseUUIDPipe) placeId: string,
    @Body() form: PlaceForm,
  ): Promise<PlaceSummary> {
    return this.places.change(studioId, placeId, form);
  }

  @Delete(':placeId')
  @HttpCode(204)
  remove(@Actor() actor: SignedIn, @Param('placeId', ParseUUIDPipe) placeId: string): Promise<void> {
    return this.places.remove(actor, placeId);
  }
}
