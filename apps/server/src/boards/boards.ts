import { createHash, randomBytes, randomInt } from 'node:crypto';
import { HttpException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { BoardAnswer, BoardMoved, OpenBoard } from '@waxwing/core/api';
import { dayAfter, instantOf } from '@waxwing/core/planning';
import { BOARD_CODE_DIGITS } from '@waxwing/core/shapes';
import { boardBrief, boardState, type SessionState } from '@waxwing/core/session';
import { LessThanOrEqual, MoreThan } from 'typeorm';
import { v4 as uuid } from 'uuid';
import type { SignedIn } from '../accounts/actor.ts';
import { Tries } from '../accounts/tries.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { Changes } from '../sessions/changes.ts';
import { EventLog } from '../sessions/eventLog.ts';
import { SessionEntity } from '../sessions/session.entities.ts';
import { Sessions } from '../sessions/sessions.ts';
import { BoardDeviceEntity, BoardEntity } from './board.entities.ts';

/** So many screens show one board; a further one takes the place of the oldest. */
const DEVICES_MOST = 8;
/** Of an hour that began on an earlier day. */
const HOURS_LEAST = 12;
const HOUR_MS = 3_600_000;
const TRIES_FOR_MS = 10 * 60_000;
/** Of one address, and of all together: a million codes against a few that are open. */
const WRONG_TRIES_OF_ADDRESS = 10;
const WRONG_TRIES_ANYWHERE = 60;
const TOKEN_BYTES = 32;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');
const gone = () => new NotFoundException({ message: 'This board isn’t shown any more' });

/** Boards on other devices: opened by who runs the session, found by six digits, shown until the day ends or they are closed. */
@Injectable()
export class Boards {
  private readonly triesOfAddress = new Tries(WRONG_TRIES_OF_ADDRESS, TRIES_FOR_MS);
  private readonly triesAnywhere = new Tries(WRONG_TRIES_ANYWHERE, TRIES_FOR_MS);

  constructor(
    @InjectRepository(BoardEntity) private readonly boards: Reads<BoardEntity>,
    @InjectRepository(BoardDeviceEntity) private readonly devices: Reads<BoardDeviceEntity>,
    @InjectRepository(SessionEntity) private readonly sessionRows: Reads<SessionEntity>,
    private readonly sessions: Sessions,
    private readonly events: EventLog,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
    private readonly changes: Changes,
  ) {}

  /** The board that is open for a session; `null` when none is. */
  async of(actor: SignedIn, sessionId: string): Promise<OpenBoard | null> {
    await this.sessions.mine(actor, sessionId);
    const board = await this.boards.findOneBy({ sessionId, until: MoreThan(this.now()) });
    return board && this.answer(board);
  }

  /** Opened again it keeps its code. */
  async open(actor: SignedIn, sessionId: string, hasNames: boolean): Promise<OpenBoard> {
    const session = await this.sessions.mine(actor, sessionId);
    const board = await this.transactions.run(async (manager) => {
      const now = this.now();
      await manager.delete(BoardEntity, { until: LessThanOrEqual(now) });
      const known = await manager.findOneBy(BoardEntity, { sessionId });
      if (known) {
        await manager.update(BoardEntity, { id: known.id }, { hasNames });
        return { ...known, hasNames };
      }
      let code: string;
      do code = String(randomInt(10 ** BOARD_CODE_DIGITS)).padStart(BOARD_CODE_DIGITS, '0');
      while (await manager.existsBy(BoardEntity, { code }));
      const { studioId } = session;
      const { trainerId } = actor;
      const made = { id: uuid(), studioId, sessionId, trainerId, code, hasNames, createdAt: now, until: this.untilOf(session) };
      await manager.insert(BoardEntity, made);
      return made;
    });
    this.say(session);
    return this.answer(board);
  }

  async close(actor: SignedIn, sessionId: string): Promise<void> {
    const session = await this.sessions.mine(actor, sessionId);
    await this.transactions.run((manager) => manager.delete(BoardEntity, { sessionId }));
    this.say(session);
  }

  /** The secret under which a device reads the board, for the right digits. */
  async find(code: string, address: string): Promise<string> {
    const now = this.clock.now();
    const isLeft = this.triesOfAddress.take(address, now) && this.triesAnywhere.take('', now);
    if (!isLeft) throw new HttpException({ message: 'Too many wrong tries: wait ten minutes' }, 429);
    const board = await this.boards.findOneBy({ code, until: MoreThan(now.toISOString()) });
    if (!board) {
      throw new NotFoundException({
        message: 'No board has this code now',
        problems: [{ path: 'code', message: 'is of no board that is open: look at Floor for the digits' }],
      });
    }
    this.triesOfAddress.giveBack(address);
    this.triesAnywhere.giveBack('');
    const token = randomBytes(TOKEN_BYTES).toString('base64url');
    await this.transactions.run(async (manager) => {
      const known = await manager.find(BoardDeviceEntity, { where: { boardId: board.id }, order: { createdAt: 'ASC' } });
      for (const { tokenHash } of known.slice(0, Math.max(0, known.length - DEVICES_MOST + 1))) {
        await manager.delete(BoardDeviceEntity, { tokenHash });
      }
      await manager.insert(BoardDeviceEntity, { tokenHash: hashOf(token), boardId: board.id, createdAt: now.toISOString() });
    });
    return token;
  }

  /** What a device shows. Not found when the board was closed, or its day is over. */
  async view(token: string): Promise<BoardAnswer> {
    const { board, session } = await this.behind(token);
    const { brief, state } = await this.events.standing(session);
    return { brief: boardBrief(brief, state, board.hasNames), state: boardState(state), key: keyOf(board, state) };
  }

  async moved(token: string): Promise<BoardMoved> {
    const { board, session } = await this.behind(token);
    const { state } = await this.events.standing(session);
    return { state: boardState(state), key: keyOf(board, state) };
  }

  async sessionBehind(token: string): Promise<string> {
    return (await this.behind(token)).board.sessionId;
  }

  private async behind(token: string): Promise<{ board: BoardEntity; session: SessionEntity }> {
    const device = await this.devices.findOneBy({ tokenHash: hashOf(token) });
    const board = device && (await this.boards.findOneBy({ id: device.boardId, until: MoreThan(this.now()) }));
    const session = board && (await this.sessionRows.findOneBy({ id: board.sessionId }));
    if (!session) throw gone();
    return { board, session };
  }

  private async answer({ id, code, hasNames, until }: BoardEntity): Promise<OpenBoard> {
    return { code, hasNames, until, devices: await this.devices.countBy({ boardId: id }) };
  }

  /** To the end of the day where the session is. */
  private untilOf({ localDate, zone }: SessionEntity): string {
    const ends = instantOf(dayAfter(localDate, 1), 0, zone)?.getTime() ?? 0;
    const now = this.clock.now().getTime();
    return new Date(ends > now ? ends : now + HOURS_LEAST * HOUR_MS).toISOString();
  }

  /** Whoever shows it asks again: with names or none, or not at all any more. */
  private say({ id: sessionId, studioId }: SessionEntity): void {
    this.changes.say({ sessionId, studioId, by: null });
  }

  private now(): string {
    return this.clock.now().toISOString();
  }
}

/** What the brief of a board rests on. */
function keyOf({ hasNames }: BoardEntity, { lanes, brought }: SessionState): string {
  const movements = new Set(lanes.flatMap(({ items }) => items.map(({ movementId }) => movementId)));
  return `${hasNames ? 'names' : 'none'} ${lanes.length} ${brought.length} ${createHash('sha256')
    .update([...movements].join())
    .digest('hex')
    .slice(0, 8)}`;
}
