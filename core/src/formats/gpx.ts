import { SaxesParser } from 'saxes';
import { printClock, type Refused, type Understood, refused } from '../units/index.ts';
import { isSound } from '../power/index.ts';
import { assemble, type Recording } from './recording.ts';
import { AIR_C, HEIGHT_M, type Sample } from './resample.ts';
import { withSpeed } from './placesSpeed.ts';
import { readStamp } from './stamp.ts';

/** Deeper than any recording nests. */
const DEEPEST = 40;
const LONGEST_TEXT = 200;

/** Extension elements by their own name, whatever prefix a file gives them. */
const CHANNELS: Readonly<
  Record<string, 'watts' | 'bpm' | 'rpm' | 'metresPerSecond' | 'heightM' | 'celsius'>
> = {
  power: 'watts',
  watts: 'watts',
  powerinwatts: 'watts',
  hr: 'bpm',
  heartrate: 'bpm',
  cad: 'rpm',
  cadence: 'rpm',
  speed: 'metresPerSecond',
  ele: 'heightM',
  atemp: 'celsius',
  temp: 'celsius',
};

type Point = { seconds: number | null } & Record<
  (typeof CHANNELS)[string] | 'latitude' | 'longitude',
  number | null
>;

/**
 * Reads a recording from GPX 1.1: time, place and height of each track point, and power, heart rate, cadence, speed
 * and temperature in its extensions. Segments become laps where there are several.
 *
 * @param text the whole file, decoded; hostile until parsed: no document types, no entities of its own, no deep nesting
 * @returns the recording at 1 Hz, or the sentence that says what is wrong with the file
 * Source: handbook section 5, Conventions and Gaps.
 */
export function parseGpxRecording(text: string): Understood<Recording> | Refused {
  const reader = new PointReader();
  reader.read(mended(text));
  const stopped = reader.endsEarly;
  if (reader.refusal !== null) return refused(reader.refusal);
  if (!reader.isGpx)
    return refused('The file is XML, but not a GPX recording: it does not start with <gpx>.');
  const notes: string[] = [];
  const [first, last] = [reader.samples[0], reader.samples.at(-1)];
  if (stopped && first && last)
    notes.push(
      `The file stops in the middle, at ${printClock(last.seconds - first.seconds)}. ${printClock(last.seconds - first.seconds)} kept. Send it again, or use it as it is.`,
    );
  if (stopped && reader.samples.length === 0)
    return refused('The file stops before its first point. Send it again.');
  if (reader.faults > 0)
    notes.push(
      `The file is damaged in ${reader.faults === 1 ? 'one place' : `${reader.faults} places`} among its points. What could be read is kept.`,
    );
  if (reader.untimed > 0) notes.push(`${reader.untimed} points without a time were left out.`);
  if (reader.outside > 0)
    notes.push(
      `${reader.outside === 1 ? '1 sample' : `${reader.outside} samples`} below 0 or above 2,500 W. Taken as gaps.`,
    );
  if (reader.samples.length === 0)
    return refused(
      reader.untimed > 0
        ? 'The points of the file have no times, so it is a route, not a ride.'
        : 'The file has no track points.',
    );
  const laps = reader.segments.length > 1 ? reader.segments : [];
  return assemble({
    samples: withSpeed(reader.samples),
    startedAt: null,
    startedUtc: first ? new Date(first.seconds * 1000).toISOString() : null,
    laps,
    notes,
    noWatts: 'The file has neither power nor heart rate in its extensions.',
  });
}

/** What XML allows no file to hold; recorders that lose power fill the end of a file with zeros. */
const CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;
/** An ampersand that begins nothing that XML knows, and a bracket that opens nothing: both are meant as they are read. */
const BARE_AMPERSAND = /&(?!(?:amp|lt|gt|quot|apos|#\d{1,7}|#x[\da-f]{1,6});)/gi;
const BARE_BRACKET = /<(?![a-z_/?:]|!--|!\[CDATA\[|!DOCTYPE)/gi;

/** The text without faults that a name or a head may have and that would hide everything behind them. */
function mended(text: string): string {
  return text
    .replace(CONTROL, '')
    .replace(BARE_AMPERSAND, '&amp;')
    .replace(BARE_BRACKET, '&lt;')
    .trim();
}

/** Follows the elements of a file and keeps its points. */
class PointReader {
  readonly samples: Sample[] = [];
  readonly segments: { from: number; to: number }[] = [];
  untimed = 0;
  outside = 0;
  /** Places among the points where the file is no XML. */
  faults = 0;
  isGpx = false;
  refusal: string | null = null;
  private point: Point | null = null;
  private text = '';
  private depth = 0;

  /** Whether the file ends before what it opened is closed. */
  get endsEarly(): boolean {
    return this.refusal === null && this.depth > 0;
  }

  read(text: string): void {
    const parser = new SaxesParser();
    let ended = false;
    parser.on('doctype', () =>
      this.refuse(
        'The file declares a document type, which a recording never needs. It was not read.',
      ),
    );
    parser.on('opentag', ({ name, attributes }) => this.open(localName(name), attributes));
    parser.on('text', (part) => {
      if (this.point && this.text.length < LONGEST_TEXT) this.text += part;
    });
    // Power in a CDATA section is power.
    parser.on('cdata', (part) => {
      if (this.point && this.text.length < LONGEST_TEXT) this.text += part;
    });
    parser.on('closetag', ({ name }) => {
      // What is closed by the end of the file alone was not closed in it.
      if (!ended) this.close(localName(name));
    });
    // A fault in a name or a head costs nothing but that; the reading goes on behind it.
    parser.on('error', () => {
      if (!ended && this.segments.length > 0 && this.depth > 1) this.faults += 1;
    });
    // In pieces, so that a refusal stops the reading soon.
    for (let from = 0; from < text.length && this.refusal === null; from += 65_536)
      parser.write(text.slice(from, from + 65_536));
    ended = true;
    if (this.refusal === null) parser.close();
  }

  private open(name: string, attributes: Readonly<Record<string, unknown>>): void {
    this.depth += 1;
    this.text = '';
    if (this.depth > DEEPEST)
      this.refuse(
        `The file nests deeper than ${DEEPEST} elements, as no recording does. It was not read.`,
      );
    if (this.depth === 1) this.isGpx = name === 'gpx';
    if (name === 'trkseg') this.segments.push({ from: NaN, to: NaN });
    if (name === 'trkpt')
      this.point = {
        ...{
          seconds: null,
          watts: null,
          bpm: null,
          rpm: null,
          metresPerSecond: null,
          heightM: null,
          celsius: null,
        },
        latitude: degrees(attributes['lat'], 90),
        longitude: degrees(attributes['lon'], 180),
      };
  }

  private close(name: string): void {
    this.depth -= 1;
    const { point } = this;
    if (!point) return;
    if (name === 'trkpt') this.keep(point);
    else if (name === 'time') point.seconds = readStamp(this.text)?.seconds ?? null;
    else {
      const channel = Object.hasOwn(CHANNELS, name) ? CHANNELS[name] : undefined;
      const value = Number(this.text.trim());
      if (channel && this.text.trim() !== '' && Number.isFinite(value)) point[channel] = value;
    }
    this.text = '';
  }

  private keep(point: Point): void {
    this.point = null;
    if (point.seconds === null) {
      this.untimed += 1;
      return;
    }
    if (point.watts !== null && !isSound(point.watts)) this.outside += 1;
    const sample: Sample = {
      seconds: point.seconds,
      watts: isSound(point.watts) ? point.watts : null,
      bpm: inside(point.bpm, 30, 230),
      rpm: inside(point.rpm, 0, 300),
      metresPerSecond: inside(point.metresPerSecond, 0, 60),
      heightM: inside(point.heightM, HEIGHT_M.low, HEIGHT_M.high),
      latitude: point.latitude,
      longitude: point.longitude,
      celsius: inside(point.celsius, AIR_C.low, AIR_C.high),
    };
    this.samples.push(sample);
    const segment = this.segments.at(-1);
    if (segment) {
      if (Number.isNaN(segment.from)) segment.from = sample.seconds;
      segment.to = sample.seconds + 1;
    }
  }

  private refuse(sentence: string): void {
    this.refusal ??= sentence;
  }
}

function localName(name: string): string {
  return (name.split(':').at(-1) ?? name).toLowerCase();
}

function degrees(text: unknown, most: number): number | null {
  const value =
    typeof text === 'string' && text.trim() !== '' && text.length < LONGEST_TEXT
      ? Number(text)
      : NaN;
  return Math.abs(value) <= most ? value : null;
}

function inside(value: number | null, low: number, high: number): number | null {
  return value !== null && value >= low && value <= high ? value : null;
}
