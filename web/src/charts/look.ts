/** What every chart draws alike. */

/** Small words along an axis. */
export const SMALL = { fill: 'var(--soft)', fontSize: 13 } as const;
export const SMALL_PULSE = { fill: 'var(--pulse)', fontSize: 13 } as const;
/** The words of a line across a chart. */
export const WORDS = { fill: 'var(--ink)', fontSize: 13 } as const;
/** A line without dots, drawn at once. */
export const STILL = { dot: false, isAnimationActive: false } as const;
/** A line of dots: what is only assumed. */
export const DOTTED = { strokeDasharray: '1 5', strokeLinecap: 'round' } as const;
