import FitParser from 'fit-file-parser';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assemble,
  kindOfFile,
  readRecordingFile,
  type Recording,
  writeCsvRecording,
  writeFitRecording,
} from '@uphill/core/formats';
import { meanOf, preparePower, stopsOf } from '@uphill/core/power';
import { ridden } from './support.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const START = '2026-11-04T18:05:00';

interface Point {
  readonly at?: string;
  readonly watts?: number | string;
  readonly bpm?: number;
  readonly rpm?: number;
}

/** A GPX file as head units write it: prefixes on the extensions, heights that are no sign of anything. */
function gpx(
  points: readonly Point[],
  { head = '', metres = -12 }: { head?: string; metres?: number } = {},
): string {
  const track = points.map(({ at, watts, bpm, rpm }) => {
    const extensions = `<power>${watts ?? ''}</power><x:TrackPointExtension><x:hr>${bpm ?? ''}</x:hr><x:cad>${rpm ?? ''}</x:cad></x:TrackPointExtension>`;
    return `<trkpt lat="1" lon="2"><ele>${metres}</ele>${at === undefined ? '' : `<time>${at}</time>`}<extensions>${extensions}</extensions></trkpt>`;
  });
  return `<?xml version="1.0"?>${head}<gpx version="1.1" xmlns="g" xmlns:x="e"><trk><trkseg>${track.join('')}</trkseg></trk></gpx>`;
}

const stamp = (second: number, zone = 'Z'): string =>
  `${new Date(Date.UTC(2026, 9, 25, 0, 30) + second * 1000).toISOString().slice(0, 19)}${zone}`;
const steady = (count: number, over: (second: number) => Point = () => ({})): Point[] =>
  Array.from({ length: count }, (_, second) => ({
    at: stamp(second),
    watts: 200,
    bpm: 140,
    rpm: 90,
    ...over(second),
  }));

function read(file: Uint8Array): Recording {
  const recording = readRecordingFile(file);
  if (!recording.ok) throw new Error(recording.reason);
  return recording.value;
}
const refusal = (file: Uint8Array): string => {
  const recording = readRecordingFile(file);
  return recording.ok ? 'read' : recording.reason;
};

describe('FIT', () => {
  const { seconds, laps } = ridden('four-efforts', 8);
  const file = writeFitRecording(seconds, START, laps);

  it('comes back as it was written: watts, beats with their gaps, cadence, laps, local time', () => {
    const recording = read(file);
    expect(recording.watts).toEqual(seconds.map(({ watts }) => watts));
    expect(recording.bpm?.map((beat, second) => beat ?? seconds[second]?.bpm)).toEqual(
      seconds.map(({ bpm }) => bpm),
    );
    expect(recording.rpm).toEqual(seconds.map(({ rpm }) => rpm));
    expect(recording.laps.map(({ startS }) => startS)).toEqual([0, ...laps.slice(0, -1)]);
    expect([
      recording.startedAt,
      recording.laps.reduce((sum, lap) => sum + lap.seconds, 0),
    ]).toEqual([START, seconds.length]);
  });

  it('has its own time right, here and in the world, and its pauses where the rider stood', () => {
    const rides = (second: number): boolean => second < 300 || second >= 400;
    const ride = Array.from({ length: 700 }, (_, second) => ({
      ...{ watts: rides(second) ? 200 : 0, bpm: 120, rpm: rides(second) ? 90 : 0 },
      metresPerSecond: rides(second) ? 8 : 0,
    }));
    const bytesOf = writeFitRecording(ride, START, [350], 120);
    const { startedAt, startedUtc, laps: read2 } = read(bytesOf);
    expect([startedAt, startedUtc]).toEqual([START, '2026-11-04T16:05:00.000Z']);
    expect(read2).toEqual([
      { startS: 0, seconds: 350 },
      { startS: 350, seconds: 350 },
    ]);
    let decoded: any = null;
    new FitParser({ mode: 'list' }).parse(bytesOf.slice().buffer, (_, data) => (decoded = data));
    const events = decoded.events.map(({ event, event_type: type, timestamp }: any) => [
      event,
      type,
      (timestamp.getTime() - Date.parse('2026-11-04T16:05:00Z')) / 1000,
    ]);
    expect(events).toEqual([
      ['timer', 'start', 0],
      ['timer', 'stop_all', 300],
      ['timer', 'start', 400],
      ['timer', 'stop_all', 700],
    ]);
    expect(decoded.sessions[0]).toMatchObject({ total_elapsed_time: 700, total_timer_time: 600 });
  });

  it('cut short anywhere, it keeps what is whole and says where it stops, or refuses; it never throws', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: file.length - 1 }), (length) => {
        const recording = readRecordingFile(file.subarray(0, length));
        if (!recording.ok) {
          expect(recording.reason.length).toBeGreaterThan(15);
          return;
        }
        expect(recording.value.watts).toEqual(
          seconds.slice(0, recording.value.watts.length).map(({ watts }) => watts),
        );
        if (recording.value.watts.length < seconds.length)
          expect(recording.value.notes[0]).toMatch(
            /stops in the middle, at .* kept\. Send it again, or use it as it is/,
          );
      }),
      { numRuns: 25 },
    );
  });

  it('with random bytes in it, it is read in part or refused with a sentence', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 14, max: file.length - 40 }),
        fc.uint8Array({ minLength: 8, maxLength: 32 }),
        (at, noise) => {
          const spoilt = file.slice();
          spoilt.set(noise, at);
          const recording = readRecordingFile(spoilt);
          expect(recording.ok || recording.reason.length > 20).toBe(true);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('GPX', () => {
  it('reads power, heart rate and cadence out of its extensions, whatever their prefix; heights say nothing', () => {
    const recording = read(bytes(gpx(steady(120), { metres: -430 })));
    expect([
      recording.watts.length,
      recording.watts[60],
      recording.bpm?.[60],
      recording.rpm?.[60],
    ]).toEqual([120, 200, 140, 90]);
    expect([recording.startedUtc, recording.notes]).toEqual(['2026-10-25T00:30:00.000Z', []]);
  });

  it('a file that stops in the middle keeps its points', () => {
    const text = gpx(steady(600));
    const recording = read(bytes(text.slice(0, text.length / 2)));
    expect(recording.watts.length).toBeGreaterThan(250);
    expect(recording.notes[0]).toContain('stops in the middle');
  });

  /** An hour of riding in a file that is odd, and whole. */
  const hour = gpx(steady(3600)).replace('<trk>', '<trk><name>Evening</name>');
  it.each([
    ['a blank line before the declaration', `\n\n${hour}`],
    ['an entity that XML does not know', hour.replace('Evening', 'Evening&nbsp;ride')],
    ['a bare ampersand', hour.replace('Evening', 'Ines & Tomas')],
    ['a heart', hour.replace('Evening', 'I <3 hills')],
    ['a control character', hour.replace('Evening', 'Even\u0007ing')],
    ['a head that is not well formed', hour.replace('<gpx ', '<gpx creator="a & b" ')],
    ['zeros at the end', `${hour}${'\u0000'.repeat(4000)}`],
    ['power in CDATA', hour.replaceAll('<power>200<', '<power><![CDATA[200]]><')],
  ])('with %s is read whole, without a warning', (_, text) => {
    const recording = read(bytes(text));
    expect([recording.watts.length, recording.watts[3000], recording.notes]).toEqual([
      ...[3600, 200],
      [],
    ]);
  });

  it('that ends early is told from one that is damaged: the one stops there, the other goes on', () => {
    const half = hour.slice(0, hour.length / 2);
    for (const text of [half, `${half}${'\u0000'.repeat(4000)}`]) {
      const recording = read(bytes(text));
      expect(recording.notes[0]).toContain('The file stops in the middle');
      expect(recording.watts.length).toBeLessThan(2000);
    }
    const middle = hour.indexOf('<trkpt', hour.length / 2);
    const damaged = read(bytes(`${hour.slice(0, middle)}<!bad &&& ]]>${hour.slice(middle)}`));
    expect(damaged.notes.join(' ')).not.toContain('stops in the middle');
    expect(damaged.watts.length).toBe(3600);
  });

  it('has its stops by its places where it has no speed: standing is cut out of the mean', () => {
    // Eight metres a second, then three minutes at a level crossing, with places that wander by a metre or two.
    const rides = (second: number): boolean => second < 600 || second >= 780;
    const points = Array.from({ length: 1200 }, (_, second) => {
      const metres = 8 * (second < 600 ? second : Math.max(600, second - 180));
      const wander = rides(second) ? 0 : (second % 3) - 1;
      const lat = 47 + (metres + wander) / 111_195;
      return `<trkpt lat="${lat.toFixed(7)}" lon="9"><time>${stamp(second)}</time><extensions><power>${rides(second) ? 200 : 0}</power><cad>${rides(second) ? 90 : 0}</cad></extensions></trkpt>`;
    });
    const { watts, metresPerSecond, rpm } = read(
      bytes(`<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`),
    );
    expect(metresPerSecond?.[300]).toBeCloseTo(8, 1);
    const stops = stopsOf(metresPerSecond, rpm);
    expect(stops).toHaveLength(1);
    const mean = meanOf(preparePower(watts, stops).moving);
    expect(mean).toBeGreaterThan(198);
  });

  it('a change of time zone in the stamps is no jump: they are compared in world time', () => {
    const zoned = steady(240, (second) =>
      second < 120
        ? { at: stamp(second + 7200, '+02:00') }
        : { at: stamp(second + 3600, '+01:00') },
    );
    const recording = read(bytes(gpx(zoned)));
    expect([recording.watts.length, recording.notes]).toEqual([240, []]);
  });

  it.each([
    [
      'entities of its own',
      bytes(
        '<?xml version="1.0"?><!DOCTYPE g [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><gpx>&b;</gpx>',
      ),
      'document type',
    ],
    [
      'a file from the disk',
      bytes('<!DOCTYPE g [<!ENTITY f SYSTEM "file:///etc/passwd">]><gpx>&f;</gpx>'),
      'document type',
    ],
    ['nesting without end', bytes(`<gpx>${'<a>'.repeat(200_000)}`), 'nests deeper'],
    ['another kind of XML', bytes('<html><body>no</body></html>'), 'does not start with <gpx>'],
    [
      'a route without times',
      bytes(gpx(Array.from({ length: 99 }, () => ({ watts: 200 })))),
      'have no times',
    ],
    ['no points', bytes(gpx([])), 'no track points'],
    [
      'neither power nor heart rate',
      bytes(gpx(Array.from({ length: 99 }, (_, second) => ({ at: stamp(second) })))),
      'neither power nor heart rate',
    ],
  ])('%s is refused with a sentence', (_, file, says) => {
    expect(refusal(file)).toContain(says);
  });
});

describe('any recording', () => {
  const csv = (
    rows: readonly (readonly (string | number)[])[],
    head = 'seconds,power,heart_rate,cadence',
  ) => bytes([head, ...rows.map((row) => row.join(','))].join('\n'));
  const rows = (count: number, at: (second: number) => number = (second) => second) =>
    Array.from({ length: count }, (_, second) => [at(second), 200, 140, 90]);

  it('is told by its bytes, not by its name', () => {
    const { seconds } = ridden('five-minute', 1);
    expect([
      kindOfFile(writeFitRecording(seconds, START)),
      kindOfFile(bytes(gpx([]))),
      kindOfFile(bytes(writeCsvRecording(seconds, START))),
      kindOfFile(Uint8Array.of(0x1f, 0x8b, 8)),
      kindOfFile(Uint8Array.of(0x50, 0x4b, 3, 4)),
      kindOfFile(new Uint8Array()),
    ]).toEqual(['fit', 'gpx', 'csv', 'gzip', 'zip', 'empty']);
    expect(refusal(Uint8Array.of(0x50, 0x4b, 3, 4, 9))).toContain('zip archive');
  });

  it('a clock that is set back or far ahead on the way loses nothing', () => {
    const back = read(csv(rows(600, (second) => (second < 300 ? second + 5000 : second - 300))));
    expect([back.watts.length, back.notes]).toEqual([
      600,
      [expect.stringContaining('set back by 1:28:19 at 4:59')],
    ]);
    const ahead = read(csv(rows(600, (second) => (second < 300 ? second : second + 400 * 86_400))));
    expect([ahead.watts.length, ahead.notes]).toEqual([
      600,
      [expect.stringContaining('ahead by 400 days')],
    ]);
    expect([...back.watts, ...ahead.watts].every((watts) => watts === 200)).toBe(true);
  });

  it('cadence of both feet is halved, and said so', () => {
    const doubled = read(csv(rows(120).map((row) => [...row.slice(0, 3), 176])));
    expect([doubled.rpm?.[60], doubled.notes]).toEqual([88, [expect.stringContaining('176 rpm')]]);
  });

  it('heart rate alone is a recording too; its absence is noted', () => {
    expect(read(csv(rows(120).map(([second]) => [second ?? 0, '', 150, '']))).bpm?.[60]).toBe(150);
    expect(read(csv(rows(120).map(([second]) => [second ?? 0, 210, '', '']))).notes).toEqual([
      'Heart rate is missing.',
    ]);
  });

  it('takes a million points without falling over', () => {
    const many = Array.from(
      { length: 1_000_000 },
      (_, index) => `${(index * 0.08).toFixed(2)},${200 + (index % 5)}`,
    );
    const recording = read(bytes(`seconds,power\n${many.join('\n')}`));
    expect(recording.watts.length).toBe(80_001);
    expect(recording.notes[0]).toContain('0.1 s apart');
  }, 60_000);

  it('laps that overlap are put right, and said so', () => {
    const samples = Array.from({ length: 600 }, (_, seconds) => ({
      seconds,
      watts: 200,
      bpm: 140,
      rpm: 90,
      metresPerSecond: null,
    }));
    const laps = [
      { from: 0, to: 300 },
      { from: 200, to: 420 },
      { from: 420, to: 900 },
    ];
    const recording = assemble({
      samples,
      startedAt: null,
      startedUtc: null,
      laps,
      notes: [],
      noWatts: '',
    });
    if (!recording.ok) throw new Error(recording.reason);
    expect(recording.value.laps).toEqual([
      { startS: 0, seconds: 300 },
      { startS: 300, seconds: 120 },
      { startS: 420, seconds: 180 },
    ]);
    expect(recording.value.notes).toEqual([expect.stringContaining('One lap overlaps')]);
  });
});
