import { copyChecked } from '../checkedCopy.ts';

/** What came of it; of an error only these two come through from a thread. */
export type Copied =
  { readonly path: string } | { readonly message: string; readonly code: unknown };

/** Runs in a worker thread, so that a large database is copied while the server goes on answering. */
export default function copyDatabase({ file, target }: { file: string; target: string }): Copied {
  try {
    return { path: copyChecked(file, target) };
  } catch (error) {
    return { message: (error as Error).message, code: (error as { code?: unknown }).code };
  }
}
