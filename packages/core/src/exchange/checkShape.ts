import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';

/** One thing that is wrong with a document, and where: `movements[2].faults[0].severity`. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** Either the value as an instance of the shape, or every problem found. */
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Flattens class-validator's tree into paths. */
export function problemsOf(errors: readonly ValidationError[], prefix = ''): Problem[] {
  return errors.flatMap((error) => {
    const name = /^\d+$/.test(error.property) ? `[${error.property}]` : `${prefix ? '.' : ''}${error.property}`;
    const path = `${prefix}${name}`;
    const own = Object.values(error.constraints ?? {}).map((message) => ({ path, message }));
    return [...own, ...problemsOf(error.children ?? [], path)];
  });
}

/** Checks unknown data against a shape. Unknown properties are refused at every depth. */
export function checkShape<T extends object>(shape: new () => T, plain: unknown): Checked<T> {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    return { ok: false, problems: [{ path: '', message: 'must be an object' }] };
  }
  const value = plainToInstance(shape, plain);
  const errors = validateSync(value, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  return errors.length > 0 ? { ok: false, problems: problemsOf(errors) } : { ok: true, value };
}
