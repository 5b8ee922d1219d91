import 'reflect-metadata';
import { describe, expect, it } from '@jest/globals';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { MASS_UNITS } from '../movement/terms.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { commonRooms } from './commonRooms.ts';
import { Inventory } from './inventory.ts';
import { makeableLoads } from './makeable.ts';

const ROOMS = MASS_UNITS.flatMap((unit) => commonRooms(unit).map((room) => ({ unit, ...room })));

describe('common rooms', () => {
  it.each(ROOMS)('$name in $unit can be kept as it is', ({ inventory }) => {
    expect(validateSync(plainToInstance(Inventory, inventory), { whitelist: true, forbidNonWhitelisted: true })).toEqual([]);
  });

  it.each(ROOMS)('$name in $unit counts only things that the library knows, and no weights among them', ({ inventory }) => {
    const kit = new Map(starterLibrary().vocabulary.kit!.map((each) => [each.id, each]));
    for (const { kit: id } of inventory.things) {
      expect(kit.get(id)).toMatchObject({ id });
      expect(kit.get(id)!.weighs).toBeUndefined();
    }
  });

  it.each(MASS_UNITS)('have more from one to the next, in %s', (unit) => {
    const pairs = commonRooms(unit).map(({ inventory }) => makeableLoads(inventory, { hold: 'pair', what: 'dumbbell' }).length);
    expect(pairs[0]).toBe(0);
    for (const [at, count] of pairs.slice(1).entries()) expect(count).toBeGreaterThan(pairs[at]!);
  });
});
