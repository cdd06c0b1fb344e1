/** The time zone of this machine. */
export function machineZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone;
}

/**
 * World time as the clocks of a place show it.
 *
 * @param timeZone its name, such as Europe/Vienna; one that this machine does not know is taken for its own
 * @param utc ISO with Z
 * @returns `yyyy-mm-ddThh:mm:ss`
 */
export function localIn(timeZone: string, utc: string): string {
  // Sweden writes dates as ISO does.
  const print = (zone: string): string =>
    new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'medium' })
      .format(new Date(utc))
      .replace(' ', 'T');
  try {
    return print(timeZone);
  } catch {
    return print(machineZone());
  }
}
