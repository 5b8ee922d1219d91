/** What kept the database from storing, in words for whoever waits, with the status that a device understands as "try again". */
export interface StorageTrouble {
  /** SQLite's result code, such as `SQLITE_FULL`. */
  readonly code: string;
  readonly status: 409 | 503 | 507;
  readonly message: string;
}

const NOTHING_STORED = 'Nothing was stored';

const WORDS: readonly (readonly [RegExp, StorageTrouble['status'], string])[] = [
  [/^SQLITE_FULL/, 507, `The server’s disk is full. ${NOTHING_STORED}; devices keep what they have and send it again.`],
  [/^SQLITE_(BUSY|LOCKED)/, 503, `Something else is writing to the database just now. ${NOTHING_STORED}; try again in a moment.`],
  [/^SQLITE_READONLY/, 503, `The database can’t be written to. ${NOTHING_STORED}.`],
  [/^SQLITE_(CORRUPT|NOTADB)/, 503, `The database is damaged. ${NOTHING_STORED}; a backup has to be restored.`],
  [/^SQLITE_(IOERR|CANTOPEN|NOLFS)/, 503, `The server’s disk doesn’t answer as it should. ${NOTHING_STORED}.`],
  [
    /^WAXWING_MOVED/,
    503,
    `The database’s file was moved or replaced while the server ran. ${NOTHING_STORED}; the server has to be started again.`,
  ],
  [/^WAXWING_READ/, 503, 'The file could not be made anew while somebody reads from it; it is tried again.'],
  [/^WAXWING_CROWDED/, 503, `Too much waits to be stored. ${NOTHING_STORED}; try again in a moment.`],
  [/^WAXWING_CUT_OFF/, 503, `Storing was cut off half-way. ${NOTHING_STORED}; try again.`],
  [/^WAXWING_STUCK/, 503, `A transaction could not be ended. ${NOTHING_STORED}; the server has to be started again.`],
  [/^SQLITE_CONSTRAINT_(UNIQUE|PRIMARYKEY|ROWID)/, 409, `Somebody stored the same thing at the same moment. ${NOTHING_STORED}.`],
  [/^SQLITE_CONSTRAINT/, 409, `It refers to something that isn’t there any more. ${NOTHING_STORED}.`],
];

/** An error that this server raises itself, told like SQLite's. */
export class StorageError extends Error {
  constructor(readonly code: `WAXWING_${string}`) {
    super(code);
  }
}

/** SQLite's result code of an error, through TypeORM's wrapping; `null` for any other error. */
export function sqliteCode(error: unknown): string | null {
  if (typeof error !== 'object' || error === null) return null;
  if ('driverError' in error) return sqliteCode(error.driverError);
  return 'code' in error && typeof error.code === 'string' && /^(SQLITE|WAXWING)_/.test(error.code) ? error.code : null;
}

/** Which table and columns a broken constraint was about: "trainers.login". Never a value. */
export function constraintOf(error: unknown): string {
  const message = error instanceof Error ? error.message : '';
  return /constraint failed: ([\w., ]+)/.exec(message)?.[1] ?? '';
}

/** `null` when it is no trouble of the storage. */
export function storageTrouble(error: unknown): StorageTrouble | null {
  const code = sqliteCode(error);
  const found = code && WORDS.find(([pattern]) => pattern.test(code));
  return found ? { code, status: found[1], message: found[2] } : null;
}
