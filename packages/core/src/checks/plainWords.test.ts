import 'reflect-metadata';
import { describe, expect, it } from '@jest/globals';
import { IsArray, IsIn, IsInt, IsNumber, IsString, Length, Max, Min, MinLength } from 'class-validator';
import { checkShape } from '../exchange/checkShape.ts';

class Form {
  @IsInt() @Min(1900) @Max(2100) year!: number;
  @IsNumber() @Min(80) @Max(250) height!: number;
  @IsNumber() @Min(0) done!: number;
  @IsString() @Length(1, 10) name!: string;
  @IsString() @Length(2, 20, { message: 'by: name who cleared them' }) by!: string;
  @IsString() @MinLength(10, { message: 'password must have at least ten characters' }) password!: string;
  @IsArray() @IsIn(['sits', 'stands'], { each: true }) job!: string[];
}

const RIGHT = { year: 1984, height: 168, done: 0, name: 'Dot', by: 'Dr Amsel', password: 'oak-and-caulk', job: ['sits'] };

function said(part: object): Record<string, string[]> {
  const checked = checkShape(Form, { ...RIGHT, ...part });
  const found: Record<string, string[]> = {};
  for (const { path, message } of checked.ok ? [] : checked.problems) (found[path] ??= []).push(message);
  return found;
}

describe('what is wrong with a field', () => {
  it.each([
    [
      'letters for a number, once and with what would be right',
      { year: '19x4' },
      { year: ['year: a whole number from 1900 to 2100'] },
    ],
    ['half a year', { year: 1984.5 }, { year: ['year: a whole number'] }],
    ['too little', { height: 6 }, { height: ['height: at least 80'] }],
    ['too much', { height: 680 }, { height: ['height: at most 250'] }],
    ['nothing where a number belongs', { done: null }, { done: ['done: a number, at least 0'] }],
    ['an empty name', { name: '' }, { name: ['name: is missing'] }],
    ['a name that is too long', { name: 'Dorothy Ames' }, { name: ['name: 12 letters: at most 10'] }],
    ['words of our own stay as they are', { by: 'x' }, { by: ['by: name who cleared them'] }],
    ['also where they begin with the name', { password: 'x' }, { password: ['password must have at least ten characters'] }],
    ['what isn’t on offer', { job: ['flies'] }, { job: ['each value in job must be one of the following values: sits, stands'] }],
    ['what nobody knows', { more: 1 }, { more: ['property more should not exist'] }],
  ])('%s', (_what, part, words) => expect(said(part)).toEqual(words));

  it('a form that is right has nothing wrong', () => expect(said({})).toEqual({}));
});
