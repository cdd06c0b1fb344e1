/** What a column of a recording can hold. */
export type Field = 'time' | 'watts' | 'bpm' | 'rpm' | 'speed' | 'speedKmh';

/** Common column names, in lower case with everything but letters and digits left out. */
const NAMES: Record<Field, readonly string[]> = {
  time: [
    'time',
    'seconds',
    'secs',
    'sec',
    's',
    't',
    'elapsed',
    'elapsedtime',
    'elapsedseconds',
    'elapseds',
    'timestamp',
    'datetime',
    'times',
    'clock',
    'zeit',
    'temps',
  ],
  watts: ['power', 'watts', 'watt', 'w', 'powerw', 'powerwatts', 'leistung', 'puissance'],
  bpm: ['heartrate', 'hr', 'bpm', 'heartratebpm', 'hrbpm', 'pulse', 'puls', 'heart'],
  rpm: ['cadence', 'cad', 'rpm', 'cadencerpm', 'trittfrequenz'],
  speed: ['speed', 'speedms', 'speedmps', 'velocity', 'metrespersecond'],
  speedKmh: ['speedkmh', 'speedkph', 'kmh', 'kph'],
};

/**
 * Tells what a column holds by its heading, whatever its case, spaces and units in brackets.
 *
 * @param heading the text in the header row
 * @returns the field, or null for a column that is not used
 */
export function columnOf(heading: string): Field | null {
  const plain = heading.toLowerCase().replace(/[^a-z0-9]/g, '');
  const found = Object.entries(NAMES).find(([, names]) => names.includes(plain));
  return (found?.[0] as Field | undefined) ?? null;
}
