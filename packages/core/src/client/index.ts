/** Who trains here: what is known of them, measured and asked for. */
export type { ClientPicture } from './clientForms.ts';
export type { ClientBuild, ClientDocument, ClientGoal } from './clientDocument.ts';
export { JOB_LOADS, type JobLoad, TOUCH_ANSWERS, type TouchAnswer, isMinor } from './clientTerms.ts';
export { firstName } from './firstName.ts';
export { goalProgress } from './goalProgress.ts';
export { MEASURES, type MeasureKind, SCOPE_LINE, firstAgainstLatest } from './measurement.ts';
export { nameToType } from './nameToType.ts';
export { READINESS_QUESTIONS, type ReadinessAnswers, readinessOf } from './readiness.ts';
export type { SetUp } from './setUp.ts';
export { SET_UP_PARTS, type SetUpPart, setUpPartsFor, setUpText } from './setUpText.ts';
