import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Req } from '@nestjs/common';
import type { TrainerSummary } from '@waxwing/core/api';
import { KeepsLibrary, NewPassword, NewTrainer, PasswordForColleague, SeeOut } from '@waxwing/core/shapes';
import type { Request } from 'express';
import { IdPipe } from '../http/idPipe.ts';
import { ShapeBody } from '../http/shapeBody.ts';
import { Actor, type SignedIn } from './actor.ts';
import { tokenOf } from './cookie.ts';
import { hashToken } from './signIns.ts';
import { Trainers } from './trainers.ts';

@Controller('api')
export class TrainersController {
  constructor(private readonly trainers: Trainers) {}

  @Get('trainers')
  list(@Actor() actor: SignedIn): Promise<TrainerSummary[]> {
    return this.trainers.list(actor);
  }

  @Post('trainers')
  @ShapeBody(NewTrainer)
  takeIn(@Actor() actor: SignedIn, @Body() form: NewTrainer): Promise<TrainerSummary[]> {
    return this.trainers.takeIn(actor, form);
  }

  @Delete('trainers/:trainerId')
  @ShapeBody(SeeOut)
  seeOut(
    @Actor() actor: SignedIn,
    @Param('trainerId', IdPipe) trainerId: string,
    @Body() { clientsTo }: SeeOut,
  ): Promise<TrainerSummary[]> {
    return this.trainers.seeOut(actor, trainerId, clientsTo ?? null);
  }

  @Put('trainers/:trainerId/library')
  @ShapeBody(KeepsLibrary)
  letKeepLibrary(
    @Actor() actor: SignedIn,
    @Param('trainerId', IdPipe) trainerId: string,
    @Body() { keepsLibrary }: KeepsLibrary,
  ): Promise<TrainerSummary[]> {
    return this.trainers.letKeepLibrary(actor, trainerId, keepsLibrary);
  }

  @Put('trainers/:trainerId/password')
  @HttpCode(204)
  @ShapeBody(PasswordForColleague)
  setPassword(
    @Actor() actor: SignedIn,
    @Param('trainerId', IdPipe) trainerId: string,
    @Body() { password }: PasswordForColleague,
  ): Promise<void> {
    return this.trainers.setPassword(actor, trainerId, password);
  }

  @Put('me/password')
  @HttpCode(204)
  @ShapeBody(NewPassword)
  changePassword(@Actor() actor: SignedIn, @Body() form: NewPassword, @Req() request: Request): Promise<void> {
    return this.trainers.changePassword(actor, form, hashToken(tokenOf(request) ?? ''));
  }
}
