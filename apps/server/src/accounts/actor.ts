import { createParamDecorator, ForbiddenException, SetMetadata, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';

/** Who asks. */
export interface SignedIn {
  readonly trainerId: string;
  readonly studioId: string;
  readonly role: 'owner' | 'trainer';
}

/** `what` ends the sentence: "Only the studio’s owner …". Throws for anybody else. */
export function ownersOnly({ role }: SignedIn, what: string): void {
  if (role !== 'owner') throw new ForbiddenException({ message: `Only the studio’s owner ${what}` });
}

export type RequestWithActor = Request & { actor?: SignedIn };

export const Actor = createParamDecorator((_: unknown, context: ExecutionContext): SignedIn => {
  const { actor } = context.switchToHttp().getRequest<RequestWithActor>();
  if (!actor) throw new Error('a route with an actor must not be public');
  return actor;
});

export const IS_PUBLIC = 'waxwing:public';
/** Needs no sign-in: the exception, never the rule. */
export const Public = () => SetMetadata(IS_PUBLIC, true);
