// Node's loader, for tests: core from its source, TypeScript as it is loaded, and Jest's functions as our own file hands them on.
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { transform } from '@swc/core';
import { swcOptions } from './swcOptions.mjs';

const GLOBALS = new URL('./globals.mjs', import.meta.url).href;

export function resolve(specifier, context, next) {
  if (specifier === '@jest/globals') return { url: GLOBALS, shortCircuit: true };
  return next(specifier, { ...context, conditions: [...context.conditions, 'waxwing-source'] });
}

export async function load(url, context, next) {
  const { pathname } = new URL(url);
  if (!/\.tsx?$/.test(pathname)) return next(url, context);
  // A test file's address ends with the time at which it was asked for.
  const filename = fileURLToPath(`file://${pathname}`);
  const { code } = await transform(await readFile(filename, 'utf8'), { ...swcOptions, filename, sourceMaps: 'inline' });
  return { format: 'module', source: code, shortCircuit: true };
}
