import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import express from 'express';
import request from 'supertest';
import { webFiles } from './webFiles.ts';

const SCRIPT = 'export const kettlebells = [8, 12, 16];\n'.repeat(100);
const folder = mkdtempSync(join(tmpdir(), 'waxwing-web-'));
const app = express();

beforeAll(() => {
  mkdirSync(join(folder, 'assets'));
  const files = {
    'index.html': '<h1>Waxwing</h1>',
    'mark.svg': '<svg/>',
    'assets/floor-a1.js': SCRIPT,
    'assets/small-b2.js': 'let a;',
  };
  for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text);
  writeFileSync(join(folder, 'assets/floor-a1.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(join(folder, 'assets/floor-a1.js.gz'), gzipSync(SCRIPT));
  app.use(webFiles(folder));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** As a device gets it that takes these packings; the client unpacks it. */
const got = (path: string, takes: string) => request(app).get(path).set('Accept-Encoding', takes).buffer();

describe('a file of the build', () => {
  test.each([
    ['gzip, deflate, br', 'br'],
    ['gzip', 'gzip'],
    ['identity', undefined],
  ])('for who takes %s is packed as %s, and the same when it is unpacked', async (takes, packing) => {
    const { status, headers, text } = await got('/assets/floor-a1.js', takes);
    expect(status).toBe(200);
    expect(headers['content-encoding']).toBe(packing);
    expect(headers['content-type']).toMatch(/^text\/javascript/);
    expect(headers.vary).toBe('Accept-Encoding');
    expect(headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect(text).toBe(SCRIPT);
  });

  test('that wasn’t packed comes as it is', async () => {
    expect((await got('/assets/small-b2.js', 'gzip, br')).text).toBe('let a;');
  });

  test('that is none is not found, and never the page: a device would keep that as a script', async () => {
    await got('/assets/gone-c3.js', 'br').expect(404);
  });
});

test('every other address is the page, asked for each time', async () => {
  for (const path of ['/', '/floor/some-hour', '/library/waxwing:goblet-squat']) {
    const { text, headers } = await got(path, 'br').expect(200);
    expect(text).toContain('Waxwing');
    expect(headers['cache-control']).toBe('no-cache');
  }
  expect((await got('/mark.svg', 'br')).headers['cache-control']).toBe('no-cache');
  await got('/api/nothing', 'br').expect(404);
});
