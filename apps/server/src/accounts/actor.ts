import { createParamDecorator, ForbiddenException, SetMetadata, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import type { TrainerEntity } from './account.entities.ts';

/** Who asks. */
export interface SignedIn {
  readonly trainerId: string;
  readonly studioId: string;
  readonly role: 'owner' | 'trainer';
  /** May change the library: the owner, and whom they let. */
  readonly keepsLibrary: boolean;
}

export function signedInAs({ id, studioId, role, keepsLibrary }: TrainerEntity): SignedIn {
  return { trainerId: id, studioId, role, keepsLibrary: keepsLibrary || role === 'owner' };
}

/** `what` ends the sentence: "Only who keeps the library …". Throws for anybody else. */
export function keepersOnly({ keepsLibrary }: SignedIn, what: string): void {
  if (!keepsLibrary) {
    throw new ForbiddenException({ message: `Only who keeps the library ${what}; the studio’s owner says who that is` });
  }
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
