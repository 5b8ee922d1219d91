import { Body, Controller, Delete, Get, HttpCode, Param, Post, Req, Res, UnauthorizedException } from '@nestjs/common';
import type { Me, SignedInAnswer, SignedInDevice } from '@waxwing/core/api';
import { SignInForm } from '@waxwing/core/shapes';
import type { Request, Response } from 'express';
import { IdPipe } from '../http/idPipe.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Actor, Public, type SignedIn } from './actor.ts';
import { clearToken, setToken, tokenOf } from './cookie.ts';
import { SignIns } from './signIns.ts';

@Controller('api')
export class AccountsController {
  constructor(private readonly signIns: SignIns) {}

  @Public()
  @Post('sign-in')
  @HttpCode(200)
  @ShapeBody(SignInForm)
  async signIn(@Body() form: SignInForm, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<Me> {
    const source = { address: request.ip ?? '', userAgent: (request.get('user-agent') ?? '').slice(0, 400) };
    const signedIn = await this.signIns.signIn(form.login, form.password, source);
    if (!signedIn) {
      throw new UnauthorizedException({
        message: 'Name and password don’t belong together',
        problems: [{ path: 'password', message: 'Name and password don’t belong together' }],
      });
    }
    setToken(response, signedIn.token, signedIn.expiresAt);
    return signedIn.me;
  }

  @Public()
  @Post('sign-out')
  @HttpCode(204)
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = tokenOf(request);
    if (token) await this.signIns.signOut(token);
    clearToken(response);
  }

  /** Who asks, if anybody: a page that opens wants to know, and nobody is no mistake of its. */
  @Public()
  @Get('signed-in')
  async signedIn(@Req() request: Request): Promise<SignedInAnswer> {
    const token = tokenOf(request);
    const actor = token ? await this.signIns.actorOf(token) : null;
    return { me: actor && (await this.signIns.me(actor)) };
  }

  @Get('me')
  me(@Actor() actor: SignedIn): Promise<Me> {
    return this.signIns.me(actor);
  }

  @Get('devices')
  devices(@Actor() actor: SignedIn, @Req() request: Request): Promise<SignedInDevice[]> {
    return this.signIns.devices(actor, tokenOf(request) ?? '');
  }

  @Delete('devices/:deviceId')
  @HttpCode(204)
  signOutDevice(@Actor() actor: SignedIn, @Param('deviceId', IdPipe) deviceId: string): Promise<void> {
    return this.signIns.signOutDevice(actor, deviceId);
  }
}
