import { Body, Controller, Delete, Get, Header, HttpCode, Param } from '@nestjs/common';
import type { ClientExport } from '@waxwing/core/api';
import { ClientRemoval as ClientRemovalForm } from '@waxwing/core/shapes';
import { IdPipe } from '../http/idPipe.ts';
import { Actor, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { ClientExports } from './clientExports.ts';
import { ClientRemoval } from './clientRemoval.ts';

/** What a client may ask for: all that is held about them, and that it be forgotten. */
@Controller('api/clients/:clientId')
export class PrivacyController {
  constructor(
    private readonly exports: ClientExports,
    private readonly removal: ClientRemoval,
  ) {}

  @Get('export')
  @Header('Content-Disposition', 'attachment; filename="client.json"')
  everything(@Actor() actor: SignedIn, @Param('clientId', IdPipe) clientId: string): Promise<ClientExport> {
    return this.exports.of(actor, clientId);
  }

  @Delete()
  @HttpCode(204)
  @ShapeBody(ClientRemovalForm)
  forget(
    @Actor() actor: SignedIn,
    @Param('clientId', IdPipe) clientId: string,
    @Body() { name }: ClientRemovalForm,
  ): Promise<void> {
    return this.removal.forget(actor, clientId, name);
  }
}
