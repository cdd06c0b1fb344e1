/** Every request and answer of the server, as Zod schemas; the types are inferred from them. */
export * from './common.ts';
export * from './shape.ts';
export * from './riders.ts';
export * from './tests.ts';
export * from './markedEfforts.ts';
export * from './testDays.ts';
export * from './schemes.ts';
export * from './sessions.ts';
export * from './hills.ts';
export * from './journal.ts';
