import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { EntityManager } from 'typeorm';
import { v7 } from 'uuid';
import { StudioEntity } from '../src/accounts/studio.entity.ts';
import { OpenDatabase } from '../src/database/openDatabase.ts';
import { storageTrouble } from '../src/database/storageTrouble.ts';
import { Transactions } from '../src/database/transactions.ts';
import { insertRows, putRows } from '../src/database/writeRows.ts';
import { ENTITIES } from '../src/entities.ts';
import { PlaceEntity } from '../src/studio/place.entity.ts';

let folder: string;
let database: OpenDatabase;
let transactions: Transactions;
let studioId: string;

const names = async (entity: typeof PlaceEntity | typeof StudioEntity = PlaceEntity) =>
  (await database.reader.getRepository(entity).find({ order: { name: 'ASC' } })).map(({ name }) => name);
const place = (name: string, id: string = v7()) => ({ id, studioId, name, inventory: { things: [], sources: [] } });
const add = (name: string) => transactions.run((manager) => manager.insert(PlaceEntity, place(name)));

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'waxwing-transactions-'));
  database = await OpenDatabase.open({ file: join(folder, 'studio.sqlite') }, ENTITIES);
  transactions = new Transactions(database);
  studioId = v7();
  const studio = { id: studioId, name: 'Test room', zone: 'Etc/UTC', createdAt: '2026-03-02T09:00:00.000Z' };
  await transactions.run((manager) => manager.insert(StudioEntity, studio));
});
afterEach(async () => {
  await transactions.onApplicationShutdown();
  rmSync(folder, { recursive: true, force: true });
});

describe('one write after the other', () => {
  test('each finds what the one before has stored, however long that took', async () => {
    const seen: number[] = [];
    const counting = async (manager: EntityManager, n: number) => {
      seen.push(await manager.count(PlaceEntity));
      // The first ones take longest: who ran beside them would overtake them.
      await new Promise((resolve) => setTimeout(resolve, 10 - n));
      await manager.insert(PlaceEntity, place(`room ${n}`));
    };
    await Promise.all(Array.from({ length: 10 }, (_, n) => transactions.run((manager) => counting(manager, n))));
    expect(seen).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(transactions.waiting).toBe(0);
  });

  test('more than can be served are refused at once, and those in line are stored', async () => {
    let open!: () => void;
    const held = transactions.run(() => new Promise<void>((resolve) => (open = resolve)));
    const line = Array.from({ length: 499 }, (_, n) => add(`in line ${n}`));
    const refused = await add('too many').catch((error: unknown) => error);
    expect(storageTrouble(refused)).toMatchObject({ code: 'WAXWING_CROWDED', status: 503 });
    open();
    await Promise.all([held, ...line]);
    expect(await names()).toHaveLength(499);
  });

  test('stopping waits for what was begun', async () => {
    const writing = transactions.run(async (manager) => {
      await new Promise((resolve) => setTimeout(resolve, 30));
      await manager.insert(PlaceEntity, place('last'));
    });
    await transactions.onApplicationShutdown();
    await writing;
    database = await OpenDatabase.open({ file: join(folder, 'studio.sqlite') }, ENTITIES);
    transactions = new Transactions(database);
    expect(await names()).toEqual(['last']);
  });
});

describe('nothing by halves', () => {
  test('what was rolled back under a write is not called stored, also when the write overlooked it', async () => {
    const overlooked = transactions.run(async (manager) => {
      await manager.insert(PlaceEntity, place('before'));
      await manager.query('rollback');
      return 'done';
    });
    const error = await overlooked.catch((each: unknown) => each);
    expect(storageTrouble(error)).toMatchObject({ code: 'WAXWING_CUT_OFF' });
    expect(transactions.lastTrouble).toMatchObject({ code: 'WAXWING_CUT_OFF' });
    await add('after');
    expect(await names()).toEqual(['after']);
    expect(transactions.lastTrouble).toBeNull();
  });

  test('a row that is there already says nothing about the disk', async () => {
    const twice = place('twice');
    await transactions.run((manager) => manager.insert(PlaceEntity, twice));
    const error = await transactions.run((manager) => manager.insert(PlaceEntity, twice)).catch((each: unknown) => each);
    expect(storageTrouble(error)).toMatchObject({ status: 409 });
    expect(transactions.lastTrouble).toBeNull();
  });
});

describe('rows written at once', () => {
  let rooms: ReturnType<typeof place>[];
  beforeEach(() => {
    rooms = Array.from({ length: 450 }, (_, n) => place(`room ${String(n).padStart(3, '0')}`));
  });

  test('are all there, with their documents', async () => {
    await transactions.run((manager) => insertRows(manager, PlaceEntity, rooms));
    expect(await names()).toEqual(rooms.map(({ name }) => name));
    expect(await database.reader.getRepository(PlaceEntity).findOneByOrFail({ id: rooms[400]!.id })).toEqual(rooms[400]);
  });

  test('are added once: one that is there takes all of them back', async () => {
    await transactions.run((manager) => insertRows(manager, PlaceEntity, rooms.slice(0, 1)));
    await expect(transactions.run((manager) => insertRows(manager, PlaceEntity, rooms))).rejects.toThrow(/UNIQUE/);
    expect(await names()).toEqual(['room 000']);
  });

  test('are put over what stands there, and what refers to a room keeps it', async () => {
    await transactions.run((manager) => insertRows(manager, PlaceEntity, rooms.slice(0, 3)));
    const renamed = { ...rooms[1]!, name: 'renamed' };
    await transactions.run((manager) => putRows(manager, PlaceEntity, [renamed, place('room new')]));
    expect(await names()).toEqual(['renamed', 'room 000', 'room 002', 'room new']);
    await transactions.run((manager) => insertRows(manager, PlaceEntity, []));
  });
});
