/** What can be wrong with a database file or the disk under it, found by SQLite’s code; one sentence each. */
interface Fault {
  /** Which problem it is while the program runs. */
  readonly code: 'not-saved' | 'no-room';
  /** While it runs, after what was not saved. */
  readonly running: string;
  /** At the start, after the path of the file. */
  readonly starting: string;
}

const RESTORE = 'Put back a copy with: npm start -- --restore FILE';

const FULL: Fault = {
  code: 'no-room',
  running: 'The disk is full. Make room and try again.',
  starting:
    'cannot be brought up to date: the disk is full. Make room and start again; nothing was changed.',
};
const READ_ONLY: Fault = {
  code: 'not-saved',
  running: 'The data file cannot be written to: it or its disk is read-only.',
  starting:
    'cannot be written to: it, its folder or its disk is read-only, or belongs to somebody else.',
};
const LOCKED: Fault = {
  code: 'not-saved',
  running: 'Another program holds the data file. Close it and try again.',
  starting: 'is held by another program. Close it and start again.',
};
const DAMAGED: Fault = {
  code: 'not-saved',
  running: 'The data file is damaged. Stop the program and put back a copy.',
  starting: `is damaged or cut short. It was left as it is. ${RESTORE}`,
};
const NO_DATABASE: Fault = {
  ...DAMAGED,
  starting: `is not a database. It was left as it is. ${RESTORE}`,
};
const UNREADABLE: Fault = {
  code: 'not-saved',
  running: 'The disk does not take or give data as it should.',
  starting: 'cannot be opened or read. Is the path right, and the disk in order?',
};

const FAULTS: readonly (readonly [RegExp, Fault])[] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, FULL],
  [/^(SQLITE_READONLY|SQLITE_PERM|EACCES|EPERM|EROFS)/, READ_ONLY],
  [/^(SQLITE_BUSY|SQLITE_LOCKED)/, LOCKED],
  [/^SQLITE_NOTADB/, NO_DATABASE],
  [/^SQLITE_CORRUPT/, DAMAGED],
  [
    /^(SQLITE_IOERR|SQLITE_CANTOPEN|SQLITE_PROTOCOL|EIO|ENOTDIR|EISDIR|ENOENT|ENAMETOOLONG)/,
    UNREADABLE,
  ],
];

/** The fault that an error tells of, or null where it is another kind of error. */
export function faultOf(error: unknown): Fault | null {
  const code = (error as { code?: unknown } | null)?.code;
  return typeof code === 'string'
    ? (FAULTS.find(([codes]) => codes.test(code))?.[1] ?? null)
    : null;
}

/** The program cannot start, for a reason that a coach can do something about: the sentence is all that is printed. */
export class CannotStart extends Error {}

/** Turns what went wrong with a file at the start into its sentence; anything else stays as it is. */
export function startError(error: unknown, file: string): unknown {
  const fault = error instanceof CannotStart ? null : faultOf(error);
  return fault ? new CannotStart(`${file} ${fault.starting}`) : error;
}
