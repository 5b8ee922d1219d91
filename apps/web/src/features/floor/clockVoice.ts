import { lowerFirst, upperFirst } from '@waxwing/core/movement';
import {
  clockPosition,
  stationFrom,
  type BriefIndex,
  type ClockScore,
  type ClockStep,
  type SessionState,
} from '@waxwing/core/session';
import { partText } from './clockWords.ts';
import type { SoundSettings } from './soundSettings.ts';

type Clock = NonNullable<SessionState['clock']>;

/** Something that is said at an instant of the clock. */
export interface Call {
  readonly atSeconds: number;
  readonly text: string;
}

/** A shorter stretch needs no half-way. */
const HALF_WAY_LEAST = 20;

/** What a voice says as a clock goes on, in order. */
export function callsOf(
  index: BriefIndex,
  score: ClockScore,
  settings: Pick<SoundSettings, 'halfWay' | 'next'>,
): readonly Call[] {
  const shown = score.stations.map(({ movementId }, at) => ({
    atSeconds: stationFrom(score, at),
    text: `${score.stations.length > 1 ? `${at + 1}. ` : ''}${index.nameOf(movementId)}.`,
  }));
  const stretches = score.steps.flatMap((step, at): Call[] => {
    const names = namesOf(index, step);
    const coming = score.steps.slice(at + 1).find(({ kind }) => kind !== 'rest');
    const next = settings.next && coming ? comingText(index, coming) : '';
    if (step.kind === 'rest') return [{ atSeconds: step.fromSeconds, text: `Rest. ${next}`.trim() }];
    const half = (step.fromSeconds + step.untilSeconds) / 2;
    const parts = partsOf(index, step);
    const isLong = step.untilSeconds - step.fromSeconds >= HALF_WAY_LEAST;
    return [
      {
        atSeconds: step.fromSeconds,
        text: step.kind === 'all-out' ? 'All out!' : `Work. ${names} ${firstOf(index, step)}`.trim(),
      },
      ...parts,
      ...(parts.length === 0 && settings.halfWay && isLong ? [{ atSeconds: half, text: 'Half-way.' }] : []),
    ];
  });
  return [...shown, ...stretches, { atSeconds: score.seconds, text: 'That was it.' }].sort((a, b) => a.atSeconds - b.atSeconds);
}

/** What begins within the sets of a stretch. Where not everybody comes to it then, by the movement. */
function partsOf(index: BriefIndex, { works, fromSeconds }: ClockStep): Call[] {
  const calls = new Map<string, Call & { readonly count: number }>();
  for (const { planItemId, parts } of works) {
    for (const [at, part] of parts.entries()) {
      if (at === 0) continue;
      const key = `${planItemId} ${part.afterSeconds}`;
      const text = partText(index, part);
      calls.set(key, { atSeconds: fromSeconds + part.afterSeconds, text, count: (calls.get(key)?.count ?? 0) + 1 });
    }
  }
  return [...calls].map(([key, { atSeconds, text, count }]) => {
    const name = count === works.length ? '' : nameOfItem(index, key.split(' ')[0]!);
    return { atSeconds, text: name ? `${name}: ${text}.` : `${upperFirst(text)}.` };
  });
}

/** How a scripted set begins, where all begin alike. */
function firstOf(index: BriefIndex, { works }: ClockStep): string {
  const [how, ...others] = new Set(works.map(({ parts }) => partText(index, parts[0]!)));
  return how && others.length === 0 ? `${upperFirst(how)}.` : '';
}

/** One name where everybody does the same; else nobody is told somebody else's. */
function namesOf(index: BriefIndex, { works }: ClockStep): string {
  const items = [...new Set(works.map(({ planItemId }) => planItemId))];
  const name = items.length === 1 ? nameOfItem(index, items[0]!) : '';
  return name && `${name}.`;
}

function nameOfItem(index: BriefIndex, planItemId: string): string {
  const item = index.brief.plan?.blocks.flatMap((block) => block.items).find(({ itemId }) => itemId === planItemId);
  return item ? index.nameOf(item.movementId) : '';
}

function comingText(index: BriefIndex, step: ClockStep): string {
  if (step.kind === 'all-out') return 'Next, all out.';
  const names = namesOf(index, step);
  return names ? `Next, ${lowerFirst(names)}` : 'Next station.';
}

/** Later than this nobody wants to hear it any more. */
const LATE_SECONDS = 2;

/** Says the calls as their instants pass. */
export class ClockVoice {
  private last: number | null = null;
  private key = '';

  constructor(private readonly say: (text: string) => void) {}

  look(calls: readonly Call[], clock: Clock, now: Date): void {
    const position = clockPosition(clock, now);
    const key = `${clock.blockId} ${clock.at} ${clock.seconds} ${clock.isRunning}`;
    // Set anew, what begins right there is said, and nothing of before.
    const from = key === this.key && this.last !== null ? this.last : clock.seconds - 0.001;
    this.key = key;
    this.last = position;
    if (!clock.isRunning) return;
    const due = calls.filter(({ atSeconds }) => atSeconds > from && atSeconds <= position && atSeconds > position - LATE_SECONDS);
    const call = due.at(-1);
    if (call) this.say(call.text);
  }
}
