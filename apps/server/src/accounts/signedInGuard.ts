import { Injectable, UnauthorizedException, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { IS_PUBLIC, type RequestWithActor } from './actor.ts';
import { tokenOf } from './cookie.ts';
import { SignIns } from './signIns.ts';

/** Every route needs a sign-in but those that say they don't. */
@Injectable()
export class SignedInGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly signIns: SignIns,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    if (this.reflector.getAllAndOverride<boolean>(IS_PUBLIC, [context.getHandler(), context.getClass()])) return true;
    const request = context.switchToHttp().getRequest<RequestWithActor>();
    const token = tokenOf(request);
    const actor = token && (await this.signIns.actorOf(token));
    if (!actor) throw new UnauthorizedException({ message: 'Sign in first' });
    request.actor = actor;
    return true;
  }
}
