/** One line of a working: what is reckoned, and the figure it gives. */
export interface WorkingLine {
  readonly label: string;
  readonly figure: string;
}

/** A setting of the rider, scheme or rule that the sum used and that a coach could change. */
export interface SettingUsed {
  readonly name: string;
  readonly value: string;
}

/** A number together with its working, so that no screen ever recomputes it. */
export interface Worked<T = number> {
  readonly value: T;
  /** Unit as printed behind the figure, for example "W"; empty for text and ratios. */
  readonly unit: string;
  /** The arithmetic, line by line, with this rider's own figures. */
  readonly lines: readonly WorkingLine[];
  /** Name of the rule, in the handbook's words. */
  readonly rule: string;
  readonly settings: readonly SettingUsed[];
}

/**
 * Puts a number together with its working.
 *
 * @param value the result, in `unit`
 * @param unit printed behind the figure; "" where there is none
 * @param rule name of the rule the sum follows
 * @param lines pairs of label and figure, in the order of the arithmetic
 * @param settings name and value of every default that a coach could argue with
 * @returns the number with its working
 * Source: handbook section 1 ("the working").
 */
export function worked<T>(
  value: T,
  unit: string,
  rule: string,
  lines: readonly (readonly [label: string, figure: string])[],
  settings: readonly (readonly [name: string, value: string])[] = [],
): Worked<T> {
  return {
    value,
    unit,
    rule,
    lines: lines.map(([label, figure]) => ({ label, figure })),
    settings: settings.map(([name, value]) => ({ name, value })),
  };
}
