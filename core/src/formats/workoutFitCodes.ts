/** Duration types, target types and intensities of the FIT workout format, and how it writes figures. */
export const [BY_TIME, OPEN, REPEAT] = [0, 5, 6];
export const [TO_HEART, TO_NOTHING, TO_POWER] = [1, 2, 4];
export const [ACTIVE, REST, WARM_UP, COOL_DOWN] = [0, 1, 2, 3];
/** Watts are written with this added, shares of FTP without; beats with 100 added. */
export const WATTS_FROM = 1000;
export const BEATS_FROM = 100;
