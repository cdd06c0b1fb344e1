/** Fuel: carbohydrate of a session. Handbook section 10. */
export { carbohydrate, printCarbohydrate, sessionCarbohydrate } from './carbohydrate.ts';
export { eating, type EatingOn } from './eating.ts';
