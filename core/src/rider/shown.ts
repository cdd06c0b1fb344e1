/** When a rider gets to see a session: from the day before, or only in the morning of its day. */
export const SESSION_SHOWN = ['dayBefore', 'morning'] as const;
export type SessionShown = (typeof SESSION_SHOWN)[number];

/**
 * Whether a rider may already see what is planned for tomorrow: some sleep better not knowing.
 *
 * @param shown the coach's setting for this rider
 * @param date `yyyy-mm-dd` of the session
 * @param today `yyyy-mm-dd` where the rider is
 * @returns true for today and every day before; for a day to come as the setting says
 */
export function maySee(shown: SessionShown, date: string, today: string): boolean {
  return shown === 'dayBefore' || date <= today;
}
