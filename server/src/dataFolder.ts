import { homedir } from 'node:os';
import path from 'node:path';

/** Name of the folder that holds nothing but this program's data. */
export const OWN_FOLDER = 'uphill-count';

/**
 * Where a coach's own database lies unless a flag or the environment says otherwise: the user's data folder.
 *
 * @param environment usually `process.env`
 * @param platform usually `process.platform`
 */
export function defaultDatabase(environment: NodeJS.ProcessEnv, platform: string): string {
  const home = homedir();
  let base: string;
  if (platform === 'win32') base = environment['APPDATA'] ?? path.join(home, 'AppData', 'Roaming');
  else if (platform === 'darwin') base = path.join(home, 'Library', 'Application Support');
  else {
    // One that is relative is ignored, as its specification says: it would hang on where the program was started.
    const told = environment['XDG_DATA_HOME'] ?? '';
    base = path.isAbsolute(told) ? told : path.join(home, '.local', 'share');
  }
  return path.join(base, OWN_FOLDER, 'uphill-count.sqlite');
}
