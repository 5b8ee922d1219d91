import { Body, Controller, Get, HttpCode, Post } from '@nestjs/common';
import { FirstOwner as FirstOwnerForm } from '@waxwing/core/shapes';
import { Public } from '../accounts/actor.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { FirstOwner } from './firstOwner.ts';

@Controller('api/first-owner')
export class FirstOwnerController {
  constructor(private readonly firstOwner: FirstOwner) {}

  /** Whether this server has no studio yet. */
  @Public()
  @Get()
  async isNeeded(): Promise<{ needed: boolean }> {
    return { needed: await this.firstOwner.isNeeded() };
  }

  @Public()
  @Post()
  @HttpCode(204)
  @ShapeBody(FirstOwnerForm)
  open(@Body() form: FirstOwnerForm): Promise<void> {
    return this.firstOwner.open(form);
  }
}
