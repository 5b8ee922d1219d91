import { Injectable, UnauthorizedException, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { IS_PUBLIC, type RequestWithActor } from './actor.ts';

/** Every route needs a sign-in but those that say they don't. Who asks was found out at the gate. */
@Injectable()
export class SignedInGuard implements CanActivate {
  constructor(private readonly reflector: Reflector) {}

  canActivate(context: ExecutionContext): boolean {
    if (this.reflector.getAllAndOverride<boolean>(IS_PUBLIC, [context.getHandler(), context.getClass()])) return true;
    if (!context.switchToHttp().getRequest<RequestWithActor>().actor)
      throw new UnauthorizedException({ message: 'Sign in first' });
    return true;
  }
}
