import { sayCue, type ActionContext, type Drafts } from './actions.ts';
import type { LaneSituation } from './laneSituation.ts';

/** Whether a cue that is said to one fits what is to be put right first with another, and isn't what they were told already. */
export function fitsCue({ correction, isWorking }: LaneSituation, cueId: string): boolean {
  if (!isWorking || !correction || correction.triage.endSet || correction.waitingFor?.cueId === cueId) return false;
  return correction.cues.some((ranked) => ranked.cue.cueId === cueId && !ranked.spent);
}

/** Said aloud it is said to them too. */
export function hearCue(context: ActionContext, cueId: string): Drafts {
  return fitsCue(context.situation, cueId) ? sayCue(context, cueId) : [];
}
