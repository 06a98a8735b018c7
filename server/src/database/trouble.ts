/** What can be the matter with the studio's file, in a sentence with what to do. */

export const TROUBLES = [
  'in-use',
  'newer',
  'too-old',
  'empty',
  'no-database',
  'damaged',
  'read-only',
  'full',
  'busy',
  'out-of-reach',
  'not-let-in',
] as const;
export type TroubleKind = (typeof TROUBLES)[number];

/** The studio's file cannot be used. The message is for whoever starts the program. */
export class DatabaseTrouble extends Error {
  override readonly name = 'DatabaseTrouble';

  constructor(
    readonly kind: TroubleKind,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

/** What the database itself says (SQLite's primary result codes), and what that means here. */
const BY_CODE: readonly (readonly [RegExp, TroubleKind])[] = [
  [/^SQLITE_NOTADB/, 'no-database'],
  [/^SQLITE_CORRUPT/, 'damaged'],
  [/^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EACCES|EROFS|EPERM)/, 'read-only'],
  [/^(SQLITE_FULL|ENOSPC|SQLITE_IOERR_WRITE)/, 'full'],
  [/^(SQLITE_BUSY|SQLITE_LOCKED)/, 'busy'],
  // A database on a server of its own: what the network says, and the client of a stream that is gone.
  [
    /^(ECONNREFUSED|ECONNRESET|ENOTFOUND|EAI_AGAIN|ETIMEDOUT|EHOSTUNREACH|UND_ERR_|HRANA_CLOSED_ERROR|STREAM_EXPIRED)/,
    'out-of-reach',
  ],
];

/** Unauthorized and Forbidden (RFC 9110). */
const NOT_LET_IN: ReadonlySet<unknown> = new Set([401, 403]);

/** What an error may say of itself. */
interface Caused {
  readonly code?: unknown;
  /** Of an answer over HTTP. */
  readonly status?: unknown;
  readonly extendedCode?: unknown;
  readonly cause?: Caused | null;
}

/** The kind of trouble an error tells of, through whatever it is wrapped in; undefined for anything else. */
export const troubleIn = (cause: unknown): TroubleKind | undefined => {
  let error = cause as Caused | null | undefined;
  for (; typeof error === 'object' && error !== null; error = error.cause) {
    if (error instanceof DatabaseTrouble) return error.kind;
    const { code, extendedCode } = error;
    if (code === 'SERVER_ERROR') return NOT_LET_IN.has(error.cause?.status) ? 'not-let-in' : 'out-of-reach';
    for (const said of [extendedCode, code])
      if (typeof said === 'string') {
        const known = BY_CODE.find(([pattern]) => pattern.test(said));
        if (known) return known[1];
      }
  }
  return undefined;
};

/** Whether an error says that the file itself is damaged, all of it or some of its pages. */
export const isBroken = (cause: unknown): boolean => {
  const kind = troubleIn(cause);
  return kind === 'damaged' || kind === 'no-database';
};

/** @param newest - the newest backup of this file, where there is one */
export const wordTrouble = (kind: TroubleKind, file: string, newest?: string): string => {
  const backup =
    newest === undefined
      ? 'If you have a copy of it, put it in its place.'
      : `To go on from the newest backup, copy ${newest} over it.`;
  switch (kind) {
    case 'in-use':
      return `Another Kettle Step is running with ${file}. Use that one, stop it, or name another file in KETTLE_STEP_DATABASE.`;
    case 'newer':
      return `${file} was last used by a newer Kettle Step. Start that one, or name another file in KETTLE_STEP_DATABASE.`;
    case 'too-old':
      return `${file} was made by a Kettle Step that is too old to go on from. Open it with that one, fetch its archive, and open the archive here.`;
    case 'empty':
      return `${file} is empty, and there are backups of a studio that was in it. ${backup} To begin an empty studio, remove it.`;
    case 'no-database':
      return `${file} is no studio of Kettle Step. ${backup} Or name another file in KETTLE_STEP_DATABASE.`;
    case 'damaged':
      return `${file} is damaged. Keep it for now under another name. ${backup}`;
    case 'read-only':
      return `${file} cannot be written: see that this user may write it and its folder, and that the disk is not read-only.`;
    case 'full':
      return `The disk with ${file} is full. Make room on it; nothing was changed.`;
    case 'out-of-reach':
      return `The database at ${file} cannot be reached. See that it runs and that the network is there, and start again.`;
    case 'not-let-in':
      return `The database at ${file} does not let Kettle Step in: see that KETTLE_STEP_DATABASE_TOKEN is right.`;
    case 'busy':
      return `Another program is busy with ${file}. Try again in a moment.`;
  }
};
