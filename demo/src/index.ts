/** The demo club, for the tests and the pictures. */
export { buildDemo } from './build.ts';
export { moveForward } from './store/forward.ts';
export { DEMO_SESSIONS } from './sessions.ts';
