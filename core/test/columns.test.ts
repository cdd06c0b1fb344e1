import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findColumns, headingOf, parseCsvRecording } from '@uphill/core/formats';

/** Headings as devices and spreadsheets write them, in six languages. */
const HEADINGS = {
  time: [
    'time',
    'Seconds',
    'Elapsed Time (s)',
    'Zeit',
    'Zeit [hh:mm:ss]',
    'Dauer',
    'Temps',
    'Durée',
    'tempo',
    'Durata',
    'tiempo',
    'duración',
    'tijd',
    'duur',
  ],
  watts: [
    'power',
    'Power (W)',
    'Leistung (W)',
    'P_out',
    'Avg Power',
    'Watts',
    'power_watts',
    'puissance',
    'Potenza [W]',
    'potencia',
    'Vermogen',
    'PWR',
    'W',
  ],
  bpm: [
    'HR (1/min)',
    'heart_rate',
    'HeartRate',
    'Herzfrequenz',
    'Puls (S/min)',
    'Fréquence cardiaque',
    'FC',
    'frequenza cardiaca',
    'pulsaciones',
    'hartslag',
  ],
  rpm: [
    'cadence',
    'Cadence (rpm)',
    'Trittfrequenz (U/min)',
    'cadenza',
    'cadencia',
    'trapfrequentie',
    'cadence_rpm',
  ],
  speed: [
    'speed',
    'Speed (km/h)',
    'Geschwindigkeit',
    'vitesse',
    'velocità',
    'velocidad',
    'snelheid',
    'speed_kmh',
    'kph',
  ],
} as const;

describe('the columns of a CSV file', () => {
  it('are known by their headings in six languages', () => {
    for (const [field, headings] of Object.entries(HEADINGS))
      for (const heading of headings) expect(headingOf(heading)?.field, heading).toBe(field);
  });

  it('whatever unit stands in brackets, in whatever case and with whatever spaces', () => {
    const names = Object.entries(HEADINGS).flatMap(([field, all]) =>
      all.map((heading) => [field, heading.replace(/[([].*$/, '').trim()] as const),
    );
    const unit = fc.constantFrom('W', 'watt', '1/min', 'bpm', 'rpm', 's', '', '?');
    fc.assert(
      fc.property(
        fc.constantFrom(...names),
        unit,
        fc.boolean(),
        ([field, name], inside, square) => {
          for (const cased of [name, name.toUpperCase()])
            expect(
              headingOf(square ? ` ${cased}[${inside}]` : `${cased} (${inside}) `)?.field,
            ).toBe(field);
        },
      ),
    );
  });

  it('that only sound like watts are left alone', () => {
    for (const heading of [
      'Target power',
      'Power balance',
      'Left power',
      'Max Power',
      'Power zone',
      'Power/weight',
      'FTP',
      '%FTP',
      'Heart rate zone',
      'Muscle temperature',
    ])
      expect(headingOf(heading), heading).toBeNull();
  });

  it('of two for the same, the plainer counts, and where the coach says another, that', () => {
    const places = (choice = {}) => {
      const { at, unused } = findColumns(['time', 'Avg Power', 'Power', 'foo', 'HR'], choice);
      return [at.watts?.index, at.bpm?.index, unused];
    };
    expect(places()).toEqual([2, 4, [1, 3]]);
    expect(places({ watts: 3 })).toEqual([3, 4, [1, 2]]);
    expect(places({ watts: 4, bpm: null })).toEqual([4, undefined, [1, 2, 3]]);
  });

  it('that are not used are all named; units of speed and time are heeded', () => {
    const rows = Array.from(
      { length: 90 },
      (_, second) => `${second / 60};200;36;${second};x;`,
    ).join('\n');
    const read = parseCsvRecording(
      `Zeit (min);Leistung (W);Geschwindigkeit (km/h);Höhe (m);Bemerkung;\n${rows}`,
    );
    if (!read.ok) throw new Error(read.reason);
    expect(read.value.notes).toEqual([
      'One column is not used: "Bemerkung".',
      'Heart rate is missing.',
    ]);
    expect([read.value.watts.length, read.value.metresPerSecond?.[10]]).toEqual([90, 10]);
  });
});
