import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { LibraryAnswer } from '@waxwing/core/api';

/** A whole library as it is sent: made once for each version of it, not for each who asks. */
export interface LibraryBody {
  /** In quotes, as HTTP has it. */
  readonly tag: string;
  readonly json: Buffer;
  readonly gzipped: Buffer;
}

export async function libraryBody(answer: LibraryAnswer): Promise<LibraryBody> {
  const json = Buffer.from(JSON.stringify(answer));
  return { tag: `"${answer.version}"`, json, gzipped: await promisify(gzip)(json) };
}
