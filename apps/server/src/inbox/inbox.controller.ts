import { Body, Controller, Get, HttpCode, Post } from '@nestjs/common';
import type { InboxAnswer } from '@waxwing/core/api';
import { InboxDrop } from '@waxwing/core/shapes';
import { Actor, keepersOnly, type SignedIn } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Inbox } from './inbox.ts';

@Controller('api/inbox')
export class InboxController {
  constructor(private readonly inbox: Inbox) {}

  @Get()
  waiting(@Actor() actor: SignedIn): Promise<InboxAnswer> {
    return this.inbox.waiting(actor);
  }

  @Post('dropped')
  @HttpCode(204)
  @ShapeBody(InboxDrop)
  drop(@Actor() actor: SignedIn, @Body() drop: InboxDrop): Promise<void> {
    keepersOnly(actor, 'files what was typed on the floor');
    return this.inbox.drop(actor, drop);
  }
}
