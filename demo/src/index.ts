/** The demo club, for the browser tests and the pictures. */
export { buildDemo } from './build.ts';
