/** The server as a library, for the demo data and the tests. */
export { buildApp, type AppSettings } from './app.ts';
export { defaultDatabase } from './dataFolder.ts';
