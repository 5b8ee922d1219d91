import { Module } from '@nestjs/common';
import { StudioSetup } from './studioSetup.ts';

@Module({ providers: [StudioSetup], exports: [StudioSetup] })
export class StudioModule {}
