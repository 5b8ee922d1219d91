import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { LibraryAnswer } from '@waxwing/core';

/** A library as it is sent: made once for each state of it, not for each who asks. */
export interface LibraryBody {
  /** In quotes, as HTTP has it: the same as long as the library is. */
  readonly tag: string;
  readonly json: Buffer;
  readonly gzipped: Buffer;
}

export async function libraryBody(answer: LibraryAnswer): Promise<LibraryBody> {
  const json = Buffer.from(JSON.stringify(answer));
  const tag = `"${createHash('sha256').update(json).digest('base64url').slice(0, 22)}"`;
  return { tag, json, gzipped: await promisify(gzip)(json) };
}
