import path from 'node:path';
import { parseArgs } from 'node:util';
import { defaultDatabase } from './dataFolder.ts';
import { CannotStart, startError } from './faults.ts';
import { VERSION } from './house.ts';

/** The database a command is about: by its flag, else the environment, else the user's data folder. */
export function databaseFrom(flag: string | undefined): string {
  return path.resolve(
    flag ?? process.env['UPHILL_DATABASE'] ?? defaultDatabase(process.env, process.platform),
  );
}

/** Runs a command; what a coach can do something about ends it with one sentence instead of a trace. */
export async function orSentence<T>(file: string, run: () => Promise<T>): Promise<T> {
  // Riders' data is nobody else's.
  process.umask(0o077);
  try {
    return await run();
  } catch (error) {
    const told = startError(error, file);
    if (!(told instanceof CannotStart)) throw error;
    console.error(told.message);
    return process.exit(1);
  }
}

/** An option of a command: what stands behind it, where anything does, and what it is for. */
export interface Option {
  readonly value?: string;
  readonly says: string;
}

/** Exit code of a command that was mistyped. */
const MISTYPED = 2;

/**
 * Reads the options of a command. `--help` and `--version` are answered and end it; what is mistyped ends it with one
 * line and the exit code 2.
 *
 * @param usage how it is called, `npm start --`, and what it does
 * @param options by their names
 */
export function readOptions<T extends Readonly<Record<string, Option>>>(
  usage: { readonly call: string; readonly does: string },
  options: T,
): { readonly [K in keyof T]?: T[K] extends { value: string } ? string : boolean } {
  const all: Readonly<Record<string, Option>> = {
    ...options,
    help: { says: 'prints this' },
    version: { says: 'prints the version' },
  };
  try {
    const { values } = parseArgs({
      options: Object.fromEntries(
        Object.entries(all).map(([name, { value }]) => [
          name,
          { type: value === undefined ? ('boolean' as const) : ('string' as const) },
        ]),
      ),
    });
    if (values['help']) return end(helpOf(usage, all));
    if (values['version']) return end(`Uphill Count ${VERSION}`);
    return values as ReturnType<typeof readOptions<T>>;
  } catch (error) {
    const [reason = ''] = (error as Error).message.split(/\. To specify|\n/);
    console.error(`${reason.replace(/\.$/, '')}. ${usage.call} --help lists what there is.`);
    return process.exit(MISTYPED);
  }
}

function end(says: string): never {
  console.log(says);
  return process.exit(0);
}

function helpOf(
  { call, does }: { readonly call: string; readonly does: string },
  options: Readonly<Record<string, Option>>,
): string {
  const names = Object.entries(options).map(
    ([name, { value, says }]) =>
      [`--${name}${value === undefined ? '' : ` ${value}`}`, says] as const,
  );
  const width = Math.max(...names.map(([name]) => name.length));
  return [
    does,
    '',
    `${call} [options]`,
    ...names.map(([name, says]) => `  ${name.padEnd(width)}  ${says}`),
  ].join('\n');
}
