import fc from 'fast-check';

/**
 * The gate holds every change against the same examples, so that what it says is about the change.
 * `UPHILL_SEED=$RANDOM npx vitest` looks for others; what it finds becomes a case.
 */
fc.configureGlobal({ seed: Number(process.env['UPHILL_SEED'] ?? 20_261_127) });
