import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';

/** Copies lie in a folder of their own beside the database, so that nothing mistakes one for it. */
export function copiesFolder(file: string): string {
  return path.join(path.dirname(file), 'copies');
}

/** Every finished copy of a database, the latest first: of days, by hand, and from before migrations. */
export function copiesOf(file: string): string[] {
  const [folder, name] = [path.dirname(file), path.basename(file)];
  const inFolder = (where: string, fits: (each: string) => boolean): string[] =>
    existsSync(where)
      ? readdirSync(where)
          .filter((each) => fits(each) && !each.endsWith('.part'))
          .map((each) => path.join(where, each))
      : [];
  const stem = path.parse(name).name;
  return [
    ...inFolder(folder, (each) => each.startsWith(`${name}.before-`)),
    ...inFolder(copiesFolder(file), (each) => each.startsWith(`${stem} `)),
  ]
    .map((copy) => ({ copy, at: statSync(copy).mtimeMs }))
    .sort((a, b) => b.at - a.at)
    .map(({ copy }) => copy);
}
