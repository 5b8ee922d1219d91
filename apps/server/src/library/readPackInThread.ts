import { packSizeProblems, type PackFile, type PackWish, type ReadPack, type readPack } from '@waxwing/core/shapes';
import { inThread, ThreadStopped } from '../database/inThread.ts';

/** The starter library takes five seconds and 300 MB on a slow machine. */
const PACK_BOUNDS = { seconds: 90, memoryMb: 1500 };

/** Counted before it is parsed, and parsed where nobody waits for it. */
export async function readPackInThread(
  files: readonly PackFile[],
  existing: ReadPack,
  wish: PackWish = {},
): Promise<ReturnType<typeof readPack>> {
  const tooLarge = packSizeProblems(files);
  if (tooLarge.length > 0) return { ok: false, problems: tooLarge, packProblems: tooLarge };
  try {
    return await inThread('./readPack.thread', import.meta.url, { files, existing, wish }, PACK_BOUNDS);
  } catch (error) {
    if (!(error instanceof ThreadStopped)) throw error;
    const problems = [{ file: files[0]?.name ?? '', line: 0, path: '', message: 'takes too long to read, or too much memory' }];
    return { ok: false, problems, packProblems: problems };
  }
}
