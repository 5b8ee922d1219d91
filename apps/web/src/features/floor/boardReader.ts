import { indexBrief, rememberSituations, type BriefIndex, type LaneSituation, type SessionState } from '@waxwing/core/session';
import type { BoardAnswer, BoardMoved } from '@waxwing/core/api';
import { api, RequestRefused } from '../../shared/api.ts';
import { ASK_MS, type Stream } from '../../shared/device/sessionChanges.ts';

/** What a screen shows of a board. */
export type BoardShown =
  | { readonly kind: 'asking' }
  /** Closed, or its day is over. */
  | { readonly kind: 'gone' }
  | {
      readonly kind: 'shown';
      readonly index: BriefIndex;
      readonly state: SessionState;
      readonly situationOf: (laneId: string) => LaneSituation | null;
      /** Nothing has come from the server for a while: what is shown may be old. */
      readonly isCutOff: boolean;
    };

/** Reads a board under its secret: whole at first, then whatever moves, and whole again when what it rests on changes. */
export class BoardReader {
  private shown: BoardShown = { kind: 'asking' };
  private key: string | null = null;
  private situations: ReturnType<typeof rememberSituations> | null = null;
  private stream: Stream | null = null;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setInterval> | undefined;

  constructor(
    private readonly token: string,
    private readonly openStream: (address: string) => Stream = (address) => new EventSource(address),
  ) {}

  /** Reads until it is closed. */
  start(): void {
    void this.readWhole();
    this.open();
    this.timer = setInterval(() => void this.check(), ASK_MS);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getShown = (): BoardShown => this.shown;

  close(): void {
    clearInterval(this.timer);
    this.stream?.close();
  }

  private open(): void {
    this.stream = this.openStream(`/api/boards/${this.token}/changes`);
    this.stream.addEventListener('message', ({ data }) => {
      const { key, state } = JSON.parse(data) as BoardMoved;
      if (key === this.key) this.move(state);
      else void this.readWhole();
    });
  }

  /** While the stream stands still it is asked for; where the browser gave up it is opened anew. */
  private async check(): Promise<void> {
    if (this.stream?.readyState === 1) return;
    await this.readWhole();
    if (this.shown.kind === 'shown' && this.stream?.readyState === 2) this.open();
  }

  private async readWhole(): Promise<void> {
    try {
      const { brief, state, key } = await api.get<BoardAnswer>(`boards/${this.token}`);
      const index = indexBrief(brief);
      this.key = key;
      this.situations = rememberSituations(index);
      const situations = this.situations;
      this.show({ kind: 'shown', index, state, situationOf: (laneId) => situations(state, laneId), isCutOff: false });
    } catch (error) {
      if (error instanceof RequestRefused && error.status === 404) {
        this.stream?.close();
        this.show({ kind: 'gone' });
      } else if (this.shown.kind === 'shown') this.show({ ...this.shown, isCutOff: true });
    }
  }

  private move(state: SessionState): void {
    const { shown, situations } = this;
    if (shown.kind !== 'shown' || !situations) return;
    this.show({ ...shown, state, situationOf: (laneId) => situations(state, laneId), isCutOff: false });
  }

  private show(shown: BoardShown): void {
    this.shown = shown;
    for (const listener of this.listeners) listener();
  }
}
