import { doseText, tempoText } from '../movement/doseText.ts';
import { lexiconOf, type Lexicon } from '../movement/library.ts';
import type { Correction, MovementCue, MovementDocument, MovementFault } from '../movement/movementDocument.ts';
import { PHASES_OF_RHYTHM } from '../movement/terms.ts';
import { lowerFirst } from '../movement/text.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';

interface Words {
  readonly lexicon: Lexicon;
  readonly nameOf: (movementId: string) => string;
}

/**
 * Movements to be read: a page of Markdown each, in their order. It says what a trainer reads, not all that a pack holds, and can't be read
 * back.
 */
export function sheetText(
  movements: readonly MovementDocument[],
  vocabulary: Vocabulary,
  nameOf: (movementId: string) => string,
): string {
  const words = { lexicon: lexiconOf(vocabulary), nameOf };
  return movements.map((document) => `${oneSheet(document, words).join('\n\n')}\n`).join('\n---\n\n');
}

function oneSheet(document: MovementDocument, words: Words): string[] {
  const { lexicon } = words;
  const kit = document.kit.needed.map((id) => lexicon.kit.get(id)?.name ?? id);
  return [
    `# ${plain(document.name)}`,
    ...(document.otherNames.length > 0 ? [`Also: ${document.otherNames.map(plain).join(', ')}.`] : []),
    ...(document.trains ? [plain(document.trains)] : []),
    [
      `- ${document.sets} sets of ${doseText(document.dose)}, ${document.restSeconds} s rest`,
      ...(document.tempo ? [`- ${tempoText(document.tempo)}`] : []),
      `- Kit: ${kit.length > 0 ? kit.map(plain).join(', ') : 'nothing'}`,
    ].join('\n'),
    ...section('Set up', document.setUp.map(plain)),
    ...phaseLines(document),
    ...section(
      'Say',
      document.cues.map((cue) => cueLine(cue, lexicon)),
    ),
    ...faultLines(document, words),
    ...section(
      'Harder',
      document.harder.map(({ to, levers }) => `${plain(words.nameOf(to))} (${leverNames(levers, lexicon)})`),
    ),
    ...section(
      'Limit it when',
      document.cautions.map(({ caution, limit, instead, closed }) => {
        const name = lexicon.cautions.get(caution)?.name ?? caution;
        const other = instead ? ` Instead: ${lowerFirst(words.nameOf(instead))}.` : '';
        return `**${plain(name)}**: ${closed ? 'not open. ' : ''}${plain(limit)}${plain(other)}`;
      }),
    ),
    '_Pain that is sharp, in a joint or radiating ends the set. This supports a trainer’s judgement; it diagnoses nothing._',
  ];
}

function section(title: string, lines: readonly string[]): string[] {
  return lines.length === 0 ? [] : [`## ${title}`, lines.map((line) => `- ${line}`).join('\n')];
}

function phaseLines({ rhythm, phases }: MovementDocument): string[] {
  const lines = PHASES_OF_RHYTHM[rhythm].flatMap((phase) => {
    const text = phases.find((each) => each.phase === phase);
    if (!text) return [];
    const breath = text.breath ? ` (breath: ${text.breath})` : '';
    return [`**${phase}**: ${plain(text.does)}${breath}`];
  });
  return section('Do', lines);
}

function cueText({ shared, text }: MovementCue, lexicon: Lexicon): string {
  return plain(text ?? lexicon.cues.get(shared ?? '')?.text ?? shared ?? '');
}

function cueLine(cue: MovementCue, lexicon: Lexicon): string {
  const explain = cue.explain ?? lexicon.cues.get(cue.shared ?? '')?.explain;
  return `“${cueText(cue, lexicon)}”${explain ? `: ${plain(explain)}` : ''}`;
}

function faultLines({ faults, cues }: MovementDocument, words: Words): string[] {
  if (faults.length === 0) return [];
  const { lexicon } = words;
  return [
    '## See',
    ...faults.map((fault) => {
      const name = fault.name ?? lexicon.faultTypes.get(fault.type)?.name ?? fault.type;
      const seen = `${plain(fault.seen)} From the ${fault.views.join(' or the ')}.`;
      return [`### ${plain(name)} (${fault.severity})`, seen, correctionLines(fault, cues, words)].filter(Boolean).join('\n\n');
    }),
  ];
}

function correctionLines(
  { corrections, regressTo, stopWhen }: MovementFault,
  cues: readonly MovementCue[],
  words: Words,
): string {
  const said = (correction: Correction) => {
    const cue = cues.find(({ shared, id }) => (shared ?? id) === correction.cue);
    return cue ? `say “${cueText(cue, words.lexicon)}”` : plain(correction.text ?? '');
  };
  return [
    ...corrections.map((each, at) => `${at + 1}. ${said(each)}`),
    ...(regressTo ? [`${corrections.length + 1}. back to ${plain(lowerFirst(words.nameOf(regressTo)))}`] : []),
    ...(stopWhen ? [`\nStop when: ${plain(stopWhen)}`] : []),
  ].join('\n');
}

function leverNames(levers: readonly string[], lexicon: Lexicon): string {
  return levers.map((lever) => lexicon.levers.get(lever)?.name ?? lever).join(', ');
}

/** What somebody wrote, as they wrote it: nothing in it makes a heading, a link or a picture. */
function plain(text: string): string {
  return text.replace(/[\\`*_{}[\]<>#|!]/g, '\\$&').replace(/\s+/g, ' ');
}
