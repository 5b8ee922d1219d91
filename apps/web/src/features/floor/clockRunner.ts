import {
  beginByClock,
  clockScore,
  endByClock,
  endSet,
  goOnByClock,
  readClock,
  type ClockPart,
  type ClockScore,
  type ClockStep,
} from '@waxwing/core/session';
import { v5 } from 'uuid';
import type { FloorSession } from '../../shared/live/floorSession.ts';

/** Notes what the clock passes: looked at now and then, by whichever window is awake. */
export class ClockRunner {
  /** Of the clock as it was last set: what was noted already isn't looked at again. */
  private noted = { key: '', ended: new Set<ClockStep>(), begun: null as ClockStep | null, parts: new Set<ClockPart>() };
  private readonly sessionId: string;

  constructor(private readonly live: Pick<FloorSession, 'getSnapshot' | 'note'>) {
    this.sessionId = live.getSnapshot().index.brief.sessionId;
  }

  private readonly lasting = (text: string) => v5(text, this.sessionId);

  look(now: Date): void {
    const { index, state } = this.live.getSnapshot();
    const { clock } = state;
    const score = clock && clockScore(index, clock.blockId);
    if (!clock || !score || state.status !== 'live') {
      this.noted.key = '';
      return;
    }
    const key = `${clock.blockId} ${clock.at} ${clock.seconds} ${clock.isRunning}`;
    if (this.noted.key !== key) {
      this.noted = { key, ended: new Set(), begun: null, parts: new Set() };
      this.leaveOthers(score, readClock(score, clock, now).step);
    }
    if (!clock.isRunning) return;
    const reading = readClock(score, clock, now);
    for (const step of score.steps.slice(0, Math.max(0, reading.at))) {
      // What the clock was moved past was never done.
      if (step.kind !== 'work' || step.untilSeconds <= clock.seconds || this.noted.ended.has(step)) continue;
      this.noted.ended.add(step);
      if (step.works.some(({ parts }) => parts.length > 1)) {
        this.begin(step);
        this.goOn(step, Infinity);
      }
      this.each(step, (laneId) => void this.live.note(laneId, (context) => endByClock(context, step, this.lasting)));
    }
    const { step, positionSeconds } = reading;
    if (step?.kind !== 'work') return;
    if (this.noted.begun !== step) {
      this.noted.begun = step;
      this.begin(step);
    }
    this.goOn(step, positionSeconds);
  }

  private begin(step: ClockStep): void {
    this.each(step, (laneId) => void this.live.note(laneId, (context) => beginByClock(context, step, this.lasting)));
  }

  /** To the parts of their sets that have begun by then. */
  private goOn(step: ClockStep, positionSeconds: number): void {
    for (const { laneId, parts } of step.works) {
      for (const [at, part] of parts.entries()) {
        if (at === 0 || positionSeconds < step.fromSeconds + part.afterSeconds || this.noted.parts.has(part)) continue;
        this.noted.parts.add(part);
        void this.live.note(laneId, (context) => goOnByClock(context, step, at, this.lasting));
      }
    }
  }

  private each(step: ClockStep, run: (laneId: string) => void): void {
    for (const { laneId } of step.works) run(laneId);
  }

  /** Whoever is in the set of another stretch, because the clock was moved, has ended it. */
  private leaveOthers(score: ClockScore, current: ClockStep | null): void {
    const ids = new Map(
      score.steps.flatMap((step) => step.works.map(({ stepId }) => [this.lasting(`set ${stepId}`), step] as const)),
    );
    for (const { laneId, openSetId } of this.live.getSnapshot().state.lanes) {
      const step = openSetId === null ? undefined : ids.get(openSetId);
      if (step && step !== current) void this.live.note(laneId, (context) => endSet(context, 'done'));
    }
  }
}
