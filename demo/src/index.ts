/** The demo club, for the tests and the pictures. */
export { buildDemo } from './build.ts';
export { moveForward } from './forward.ts';
export { DEMO_SESSIONS } from './sessions.ts';
