import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { plainWords } from '../checks/plainWords.ts';

/** One thing that is wrong with a document, and where: `movements[2].faults[0].severity`. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** Either the value as an instance of the shape, or every problem found. */
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Nobody reads more at once. */
export const PROBLEMS_MOST = 50;

/** Flattens class-validator's tree into paths. */
export function problemsOf(errors: readonly ValidationError[], prefix = ''): Problem[] {
  return errors.flatMap((error) => {
    const name = /^\d+$/.test(error.property) ? `[${error.property}]` : `${prefix ? '.' : ''}${error.property}`;
    const path = `${prefix}${name}`;
    const own = plainWords(error.property, error.value, error.constraints ?? {}).map((message) => ({ path, message }));
    return [...own, ...problemsOf(error.children ?? [], path)];
  });
}

/** The path of the first list entry that is `null`; `null` when there is none. */
function placeOfNothing(plain: unknown, path: string): string | null {
  if (typeof plain !== 'object' || plain === null) return null;
  for (const [key, value] of Object.entries(plain)) {
    const inner = Array.isArray(plain) ? `${path}[${key}]` : `${path}${path && '.'}${key}`;
    if (value === null && Array.isArray(plain)) return inner;
    const found = placeOfNothing(value, inner);
    if (found !== null) return found;
  }
  return null;
}

/** Checks unknown data against a shape. Unknown properties are refused at every depth. */
export function checkShape<T extends object>(shape: new () => T, plain: unknown): Checked<T> {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    return { ok: false, problems: [{ path: '', message: 'must be an object' }] };
  }
  let value: T;
  try {
    value = plainToInstance(shape, plain);
  } catch (error) {
    // Parts of several kinds are told apart by a field of theirs, which nothing has not.
    const path = placeOfNothing(plain, '');
    if (path === null) throw error;
    return { ok: false, problems: [{ path, message: `${path} must not be null` }] };
  }
  const errors = validateSync(value, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  return errors.length > 0 ? { ok: false, problems: problemsOf(errors).slice(0, PROBLEMS_MOST) } : { ok: true, value };
}
