/** Asked before the first session. A yes means: ask a doctor first. The ids last; the wording may get better. */
export const READINESS_QUESTIONS = [
  { id: 'heart-or-breathing', text: 'Heart trouble, or breathing trouble, now or in the past?' },
  { id: 'chest-or-faint', text: 'Chest pain, dizziness or fainting, at rest or when active?' },
  { id: 'operation', text: 'An operation or a stay in hospital within the last year?' },
  { id: 'pregnant-or-birth', text: 'Pregnant, or a birth within the last year?' },
  { id: 'bone-or-joint', text: 'Bone, joint or back trouble that exercise could make worse?' },
  { id: 'medicine', text: 'Medicines that change heart rate, blood pressure or balance?' },
  { id: 'advised-against', text: 'Has anybody in medicine advised against exercise?' },
] as const;
export const READINESS_IDS: readonly string[] = READINESS_QUESTIONS.map(({ id }) => id);

/** What was answered, and what lets a first session begin in spite of a yes. */
export interface ReadinessAnswers {
  readonly askedOn: string;
  readonly yes: readonly string[];
  readonly clearance?: { readonly on: string; readonly by: string };
  readonly goAhead?: { readonly on: string; readonly reason: string };
}

export interface ReadinessVerdict {
  /** `hold`: no session until clearance is recorded or the trainer gives a reason. */
  readonly kind: 'clear' | 'not-asked' | 'hold' | 'cleared' | 'gone-ahead';
  readonly text: string;
}

/** May somebody begin? */
export function readinessOf(answers: ReadinessAnswers | undefined): ReadinessVerdict {
  if (!answers) return { kind: 'not-asked', text: 'The health questions haven’t been asked yet.' };
  if (answers.yes.length === 0) return { kind: 'clear', text: `Asked on ${answers.askedOn}: nothing speaks against it.` };
  const questions = READINESS_QUESTIONS.filter(({ id }) => answers.yes.includes(id)).map(({ text }) => text.replace(/\?$/, ''));
  const what = questions.join('; ');
  if (answers.clearance)
    return { kind: 'cleared', text: `${what}. Cleared by ${answers.clearance.by} on ${answers.clearance.on}.` };
  if (answers.goAhead)
    return { kind: 'gone-ahead', text: `${what}. Going ahead since ${answers.goAhead.on}: ${answers.goAhead.reason}` };
  return { kind: 'hold', text: `${what}. Ask a doctor first: record the clearance, or say why you go ahead.` };
}
