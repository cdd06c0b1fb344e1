import type { Reading } from '@uphill/core';
import { Piscina } from 'piscina';
import type { Imported } from './importRecording.ts';

/** Worker threads for what takes longer than an answer should. */
export interface ImportPool {
  importRecording(bytes: Uint8Array): Promise<Reading<Imported>>;
  close(): Promise<void>;
}

/** Starts the threads; they are made when first needed and stay for a minute. */
export function startPool(): ImportPool {
  const pool = new Piscina({
    filename: new URL('./importRecording.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 512 },
  });
  return {
    importRecording: (bytes) => pool.run(bytes) as Promise<Reading<Imported>>,
    close: () => pool.destroy(),
  };
}
