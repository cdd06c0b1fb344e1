/** What a column of a recording can hold. */
export type Field =
  | 'time'
  | 'watts'
  | 'bpm'
  | 'rpm'
  | 'speed'
  | 'height'
  | 'latitude'
  | 'longitude'
  | 'celsius'
  | 'lap';

/**
 * Common headings in English, German, French, Italian, Spanish and Dutch: in lower case, without accents, spaces,
 * units and the words of `BESIDE`.
 */
const NAMES: Record<Field, readonly string[]> = {
  time: [
    ...[
      'time',
      'seconds',
      'secs',
      'sec',
      's',
      't',
      'elapsed',
      'elapsedtime',
      'timestamp',
      'datetime',
      'clock',
      'duration',
    ],
    ...[
      'zeit',
      'uhrzeit',
      'dauer',
      'sekunde',
      'sekunden',
      'zeitstempel',
      'temps',
      'duree',
      'heure',
      'seconde',
      'secondes',
    ],
    ...[
      'tempo',
      'durata',
      'ora',
      'secondi',
      'tiempo',
      'duracion',
      'hora',
      'segundos',
      'tijd',
      'duur',
      'seconden',
      'tijdstip',
    ],
  ],
  watts: [
    ...[
      'power',
      'watts',
      'watt',
      'w',
      'p',
      'pwr',
      'leistung',
      'tretleistung',
      'puissance',
      'potenza',
      'potencia',
      'vatios',
    ],
    ...['vermogen', 'wattage'],
  ],
  bpm: [
    ...[
      'heartrate',
      'hr',
      'bpm',
      'pulse',
      'heart',
      'heartbeat',
      'puls',
      'pulsfrequenz',
      'herzfrequenz',
      'herzschlag',
      'hf',
    ],
    ...[
      'frequencecardiaque',
      'fc',
      'fcardiaque',
      'cardio',
      'pouls',
      'frequenzacardiaca',
      'battito',
      'battiti',
      'polso',
    ],
    ...[
      'frecuenciacardiaca',
      'pulso',
      'pulsaciones',
      'latidos',
      'ritmocardiaco',
      'rythmecardiaque',
      'ritmocardiaco',
    ],
    ...['hartslag', 'hartfrequentie', 'hartritme', 'polsslag'],
  ],
  rpm: [
    ...[
      'cadence',
      'cad',
      'rpm',
      'trittfrequenz',
      'kadenz',
      'tf',
      'drehzahl',
      'cadencedepedalage',
      'pedalage',
      'cadenza',
    ],
    ...[
      'cadenzapedalata',
      'pedalata',
      'cadencia',
      'cadenciadepedaleo',
      'pedaleo',
      'trapfrequentie',
      'cadans',
      'trapritme',
    ],
  ],
  speed: [
    'speed',
    'velocity',
    'v',
    'geschwindigkeit',
    'vitesse',
    'velocita',
    'velocidad',
    'snelheid',
    'metrespersecond',
    'kmh',
    'kph',
  ],
  height: [
    'altitude',
    'height',
    'elevation',
    'alt',
    'ele',
    'hohe',
    'hoehe',
    'hohenmeter',
    'altitudine',
    'quota',
    'altitud',
    'hoogte',
  ],
  latitude: [
    'latitude',
    'lat',
    'breite',
    'breitengrad',
    'latitudine',
    'latitud',
    'breedtegraad',
    'positionlat',
  ],
  longitude: [
    'longitude',
    'lon',
    'long',
    'lng',
    'lange',
    'langengrad',
    'longitudine',
    'longitud',
    'lengtegraad',
    'positionlong',
  ],
  celsius: [
    'temperature',
    'temp',
    'celsius',
    'temperatur',
    'temperatura',
    'temperatuur',
    'airtemperature',
  ],
  lap: [
    ...['lap', 'laps', 'lapnumber', 'lapno', 'lapindex', 'interval', 'runde', 'tour', 'giro'],
    ...['vuelta', 'ronde'],
  ],
};

/** Words that may stand beside a name and change nothing of what it is: the second's mean, the rider's own. */
const BESIDE = new Set([
  ...[
    'avg',
    'average',
    'mean',
    'out',
    'output',
    'actual',
    'current',
    'inst',
    'instant',
    'instantaneous',
    'raw',
    'measured',
    'value',
    'sensor',
    'data',
  ],
  ...[
    'mittlere',
    'mittel',
    'durchschnitt',
    'durchschnittliche',
    'ist',
    'aktuell',
    'aktuelle',
    'gemessen',
    'wert',
    'moy',
    'moyen',
    'moyenne',
  ],
  ...[
    'media',
    'medio',
    'promedio',
    'attuale',
    'actuelle',
    'actuel',
    'gemiddeld',
    'gemiddelde',
    'gem',
    'huidig',
  ],
]);

/** Units as they stand behind a name without brackets. */
const UNIT_WORDS = new Set([
  'w',
  'watt',
  'watts',
  'bpm',
  'rpm',
  's',
  'sec',
  'secs',
  'seconds',
  'ms',
  'kmh',
  'kph',
  'mph',
  'mps',
  'min',
  'm',
  'ft',
  'c',
  'deg',
]);

/** What a heading says. */
export interface Heading {
  readonly field: Field;
  /** The plainer of two headings for the same thing counts: "Power" before "Avg Power". */
  readonly plain: boolean;
  /** What its numbers are multiplied with to be seconds or metres a second. */
  readonly factor: number;
}

/**
 * Tells what a column holds by its heading, whatever its case, accents, spaces and the unit in brackets.
 *
 * @param heading the text in the header row: "Leistung (W)", "P_out", "Avg Power", "HR (1/min)", "speed_kmh"
 * @returns the field with the unit of its numbers, or null for a column that is not used
 */
export function headingOf(heading: string): Heading | null {
  const bracket = /[([{]([^)\]}]*)[)\]}]?\s*$/.exec(heading);
  const words = wordsOf(bracket ? heading.slice(0, bracket.index) : heading);
  const named = words.filter((word) => !BESIDE.has(word));
  const trailing =
    named.length > 1 && UNIT_WORDS.has(named.at(-1) ?? '') ? named.at(-1) : undefined;
  const name = (trailing === undefined ? named : named.slice(0, -1)).join('');
  const found = Object.entries(NAMES).find(([, names]) => names.includes(name));
  if (!found) return null;
  const field = found[0] as Field;
  if (
    field === 'celsius' &&
    /^(?:deg)?f(?:ahrenheit)?$/.test(wordsOf(bracket?.[1] ?? trailing ?? '').join(''))
  )
    return null;
  return {
    field,
    plain: named.length === words.length,
    factor: factorOf(field, bracket?.[1] ?? trailing ?? name),
  };
}

/** Words in lower case without accents; "heartRate" and "heart_rate" are two words, "km/h" is one. */
function wordsOf(text: string): string[] {
  return text
    .slice(0, 80)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/km\/h/gi, 'kmh')
    .replace(/m\/s/gi, 'mps')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((word) => word !== '');
}

function factorOf(field: Field, unit: string): number {
  const plain = wordsOf(unit).join('');
  if (field === 'height') return plain === 'ft' || plain === 'feet' ? 0.3048 : 1;
  if (field === 'time') return plain === 'min' || plain === 'minutes' ? 60 : 1;
  if (field !== 'speed') return 1;
  if (plain === 'mph') return 0.44704;
  return plain === 'kmh' || plain === 'kph' ? 1 / 3.6 : 1;
}

/** Where the fields are, and which columns nobody asked for. */
export interface FoundColumns {
  readonly at: Readonly<
    Partial<Record<Field, { readonly index: number; readonly factor: number }>>
  >;
  /** Columns that are not used, by their place. */
  readonly unused: readonly number[];
}

/** Which column the coach says holds watts or beats, by its place; null says that none does. */
export interface ColumnChoice {
  readonly watts?: number | null | undefined;
  readonly bpm?: number | null | undefined;
}

/**
 * Finds the columns of a recording by their headings, or where the coach says they are.
 *
 * @param headings the header row
 * @param choice what the coach said; what is left out goes by its heading
 * @returns the place of each field, and the columns that are not used
 */
export function findColumns(headings: readonly string[], choice: ColumnChoice = {}): FoundColumns {
  const at: Partial<Record<Field, { index: number; factor: number; plain: boolean }>> = {};
  const said = new Set(Object.values(choice));
  headings.forEach((text, index) => {
    const heading = headingOf(text);
    if (
      !heading ||
      said.has(index) ||
      (choice as Partial<Record<Field, unknown>>)[heading.field] !== undefined
    )
      return;
    const there = at[heading.field];
    if (!there || (heading.plain && !there.plain))
      at[heading.field] = { index, factor: heading.factor, plain: heading.plain };
  });
  for (const field of ['watts', 'bpm'] as const) {
    const index = choice[field];
    if (index != null && index < headings.length) at[field] = { index, factor: 1, plain: true };
  }
  const used = new Set(Object.values(at).map(({ index }) => index));
  return { at, unused: headings.map((_, index) => index).filter((index) => !used.has(index)) };
}

/**
 * A heading as it is named to the coach.
 *
 * @param headings the header row
 * @param index place of the column, from 0
 * @returns its text in quotation marks, cut at 40 characters; its place where it has none
 */
export function nameColumn(headings: readonly string[], index: number): string {
  const text = (headings[index] ?? '').replace(/[\u0000-\u001F\u007F]/g, ' ').trim();
  return text === ''
    ? `column ${index + 1}`
    : `"${text.length > 40 ? `${text.slice(0, 39)}…` : text}"`;
}
