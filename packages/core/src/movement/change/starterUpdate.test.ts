import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changeOf } from '../../test/changedMovement.ts';
import { starterLibrary } from '../../test/starterLibrary.ts';
import { changedWords } from '../words.ts';
import { isSame } from './difference.ts';
import { starterUpdate, type LibraryContent } from './starterUpdate.ts';

const whole = starterLibrary();
const starter: LibraryContent = { ...whole, movements: whole.movements.slice(0, 8) };
const [one, two, three, ...rest] = starter.movements;
const movements = (...first: LibraryContent['movements']): LibraryContent => ({ ...starter, movements: [...first, ...rest] });

describe('a later starter library', () => {
  test('is taken over where the studio has changed nothing, and left where the starter hasn’t', () => {
    const [newer, ours] = [
      { ...one!, restSeconds: 222 },
      { ...two!, restSeconds: 33 },
    ];
    const added = { ...three!, id: 'waxwing:brand-new' };
    const update = starterUpdate(starter, movements(newer, two!, three!, added), movements(one!, ours, three!));
    expect(update).toMatchObject({ movements: [newer, added], news: [] });
    expect(changedWords(starter.vocabulary, update.vocabulary)).toEqual([]);
  });

  test('what both changed is news with what the studio had taken; what both say by now is none', () => {
    const [newer, ours] = [
      { ...one!, restSeconds: 222 },
      { ...one!, restSeconds: 33 },
    ];
    expect(starterUpdate(starter, movements(newer, two!, three!), movements(ours, two!, three!))).toMatchObject({
      movements: [],
      news: [{ base: one, document: newer }],
    });
    expect(starterUpdate(starter, movements(newer, two!, three!), movements(newer, two!, three!))).toMatchObject({
      movements: [],
      news: [],
    });
  });

  test('what was put away stays so, with what is new in it; what goes under another id doesn’t come back', () => {
    const newer = { ...one!, restSeconds: 222 };
    const away = { ...one!, putAway: { instead: three!.id } };
    expect(starterUpdate(starter, movements(newer, two!, three!), movements(away, three!)).movements).toEqual([
      { ...newer, putAway: away.putAway },
    ]);
  });

  test('what goes under another id keeps what the studio made of it, and whatever speaks of it speaks of that', () => {
    const id = 'waxwing:renamed';
    const alias = { of: 'movement' as const, id: one!.id, now: id };
    const vocabulary = { ...starter.vocabulary, aliases: [...(starter.vocabulary.aliases ?? []), alias] };
    const later = { vocabulary, movements: [{ ...one!, id, restSeconds: 222 }, two!, three!] };
    const shownFirst = { sets: 2, reps: 8, reserve: 2 };
    const own = { ...three!, id: 'loft:own', harder: [{ to: one!.id, levers: ['load' as const], shownFirst }] };
    const before = { ...starter, movements: [one!, two!, three!] };

    const untouched = starterUpdate(before, later, { ...starter, movements: [one!, two!, three!, own] });
    expect(untouched.movements.map((each) => each.id).sort()).toEqual(['loft:own', id].sort());
    expect(untouched.movements.find((each) => each.id === id)!.restSeconds).toBe(222);
    expect(untouched.movements.find((each) => each.id === own.id)!.harder[0]!.to).toBe(id);
    expect(untouched.gone).toEqual([one!.id]);

    const ours = { ...one!, sets: 9 };
    const touched = starterUpdate(before, later, { ...starter, movements: [ours, two!, three!] });
    expect(touched.movements).toEqual([{ ...ours, id }]);
    expect(touched.news).toEqual([{ base: { ...one!, id }, document: { ...one!, id, restSeconds: 222 } }]);
  });

  test('never writes over what a studio wrote: whatever it changed is as it was, or news', () => {
    fc.assert(
      fc.property(changeOf(one!), changeOf(one!), (newer, ours) => {
        const { movements: taken, news } = starterUpdate(starter, movements(newer, two!, three!), movements(ours, two!, three!));
        const isTouched = !isSame(one, ours);
        expect(taken.some(({ id }) => id === one!.id)).toBe(!isTouched && !isSame(one, newer));
        expect(news.length).toBe(isTouched && !isSame(one, newer) && !isSame(ours, newer) ? 1 : 0);
      }),
    );
  });

  test('of words takes what is new, joins what both changed, and where they met the studio’s stands', () => {
    const [first, second, third, ...others] = starter.vocabulary.faultTypes!;
    const words = (...faultTypes: typeof others): LibraryContent => ({
      ...starter,
      vocabulary: { ...starter.vocabulary, faultTypes: [...faultTypes, ...others] },
    });
    const fresh = { ...first!, id: 'fresh' };
    const { vocabulary } = starterUpdate(
      starter,
      words(
        { ...first!, name: 'Theirs', causes: ['load'] },
        { ...second!, name: 'Theirs' },
        { ...third!, name: 'Theirs' },
        fresh,
      ),
      words({ ...first!, name: 'Ours' }, second!),
    );
    const named = (id: string) => vocabulary.faultTypes!.find((each) => each.id === id);
    expect(named(first!.id)).toEqual({ ...first!, name: 'Ours', causes: ['load'] });
    expect(named(second!.id)!.name).toBe('Theirs');
    // The studio joined or removed it.
    expect(named(third!.id)).toBeUndefined();
    expect(named('fresh')).toEqual(fresh);
  });
});
