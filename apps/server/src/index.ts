/** What the demo and the tests may use of the server. */
export type { NestExpressApplication as Application } from '@nestjs/platform-express';
export { createApp } from './app.ts';
export { StudioSetup } from './setup/studioSetup.ts';
export { Measurements } from './clients/measurements.ts';
export { Library } from './library/library.ts';
export { Suggestions } from './suggestions/suggestions.ts';
export { Starter } from './library/starter.ts';
export { libraryFiles } from './library/libraryFiles.ts';
export { backupFolderOf } from './database/openDatabase.ts';
export { Diary } from './bookings/diary.ts';
export { Places } from './studio/places.ts';
export { Plans } from './plans/plans.ts';
export { Sessions } from './sessions/sessions.ts';
export { EventLog } from './sessions/eventLog.ts';
export type { SignedIn } from './accounts/actor.ts';
