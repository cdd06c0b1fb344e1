/** The server as a library, for the demo data and the tests. */
export { buildApp } from './app.ts';
export { type Db, openDatabase } from './database.ts';
export { portFrom, serve } from './serve.ts';
export { bringUpToDate } from './bringUpToDate.ts';
export { orSentence, readOptions } from './command.ts';
