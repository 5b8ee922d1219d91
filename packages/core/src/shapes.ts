/** The decorated shapes of everything that crosses a border, and the readers that check them. */
import 'reflect-metadata';

export * from './exchange/checkEvent.ts';
export * from './exchange/checkShape.ts';
export * from './exchange/readPack.ts';
export * from './movement/dose.ts';
export * from './movement/figureDocument.ts';
export * from './movement/libraryPack.ts';
export * from './movement/load.ts';
export * from './movement/movementDocument.ts';
export * from './movement/libraryChange.ts';
export * from './movement/suggestion.ts';
export * from './movement/lookedOver.ts';
export * from './session/inboxDrop.ts';
export * from './movement/vocabulary.ts';
export * from './session/event.ts';
export * from './client/clientDocument.ts';
export * from './client/setUp.ts';
export * from './client/clientForms.ts';
export * from './client/trainerForms.ts';
export * from './loading/placeForm.ts';
export * from './planning/plan.ts';
export * from './loading/inventory.ts';
export * from './client/stanceChoice.ts';
export * from './session/startSession.ts';
export * from './client/signInForm.ts';
export * from './exchange/packUpload.ts';
export * from './exchange/eventBatch.ts';
