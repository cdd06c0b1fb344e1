/** A number together with its working: the lines, the rule and the settings behind it. */
export { type Worked, worked, type WorkingLine } from './worked.ts';
