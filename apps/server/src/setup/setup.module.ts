import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { LibraryModule } from '../library/library.module.ts';
import { FirstOwnerController } from './firstOwner.controller.ts';
import { FirstOwner } from './firstOwner.ts';
import { StudioSetup } from './studioSetup.ts';

/** How a studio comes to be: by its first owner in the browser, or from the command line. */
@Module({
  imports: [TypeOrmModule.forFeature([StudioEntity]), LibraryModule],
  controllers: [FirstOwnerController],
  providers: [StudioSetup, FirstOwner],
  exports: [StudioSetup, FirstOwner],
})
export class SetupModule {}
