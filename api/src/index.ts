/** Every request and answer of the server, as Zod schemas; the types are inferred from them. */
import './sentences.ts';

export * from './common.ts';
export * from './shape.ts';
export * from './powerSource.ts';
export * from './availability.ts';
export * from './days.ts';
export * from './fixtures.ts';
export * from './ftp.ts';
export * from './goals.ts';
export * from './health.ts';
export * from './hills.ts';
export * from './histories.ts';
export * from './journal.ts';
export * from './markedEfforts.ts';
export * from './models.ts';
export * from './recordings.ts';
export * from './problems.ts';
export * from './riders.ts';
export * from './rides.ts';
export * from './schemes.ts';
export * from './season.ts';
export * from './layouts.ts';
export * from './sessions.ts';
export * from './settings.ts';
export * from './testDays.ts';
export * from './tests.ts';
export * from './training.ts';
