import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put } from '@nestjs/common';
import type { ClientSummary, Measurement } from '@waxwing/core/api';
import { ClientPicture, ClientUpdate, HandOver, NewClient, NewMeasurement } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Clients } from './clients.ts';
import { Measurements } from './measurements.ts';
import { Pictures } from './pictures.ts';

@Controller('api/clients')
export class ClientsController {
  constructor(
    private readonly clients: Clients,
    private readonly measurements: Measurements,
    private readonly pictures: Pictures,
  ) {}

  /** A `ClientSummary[]`. */
  @Get()
  @Header('Content-Type', 'application/json; charset=utf-8')
  list(@Actor() actor: SignedIn): Promise<string> {
    return this.clients.listed(actor);
  }

  @Post()
  @ShapeBody(NewClient)
  takeIn(@Actor() actor: SignedIn, @Body() { clientId, document }: NewClient): Promise<ClientSummary> {
    return this.clients.takeIn(actor, clientId, document);
  }

  /** Ids of who was deleted: a device that kept something of them forgets it. */
  @Get('forgotten')
  forgotten(@Actor() actor: SignedIn): Promise<string[]> {
    return this.clients.forgotten(actor);
  }

  @Get(':clientId')
  one(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<ClientSummary> {
    return this.clients.one(actor, clientId);
  }

  @Put(':clientId')
  @ShapeBody(ClientUpdate)
  change(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Body() { version, document }: ClientUpdate,
  ): Promise<ClientSummary> {
    return this.clients.change(actor, clientId, version, document);
  }

  @Put(':clientId/trainer')
  @HttpCode(204)
  @ShapeBody(HandOver)
  handOver(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Body() { trainerId }: HandOver,
  ): Promise<void> {
    return this.clients.handOver(actor, clientId, trainerId);
  }

  @Get(':clientId/measurements')
  measured(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<Measurement[]> {
    return this.measurements.of(actor, clientId);
  }

  @Post(':clientId/measurements')
  @ShapeBody(NewMeasurement)
  measure(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Body() form: NewMeasurement,
  ): Promise<Measurement> {
    return this.measurements.add(actor, clientId, form);
  }

  @Delete(':clientId/measurements/:measurementId')
  @HttpCode(204)
  unmeasure(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Param('measurementId', IdPipe) measurementId: string,
  ): Promise<void> {
    return this.measurements.remove(actor, clientId, measurementId);
  }

  @Put(':clientId/pictures/:pictureId')
  @HttpCode(204)
  @ShapeBody(ClientPicture)
  keepPicture(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Param('pictureId', IdPipe) pictureId: string,
    @Body() form: ClientPicture,
  ): Promise<void> {
    return this.pictures.keep(actor, clientId, pictureId, form);
  }

  @Get(':clientId/pictures/:pictureId')
  picture(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Param('pictureId', IdPipe) pictureId: string,
  ): Promise<ClientPicture> {
    return this.pictures.one(actor, clientId, pictureId);
  }
}
