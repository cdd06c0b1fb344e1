import type { Ridden } from '@uphill/api';
import { judgedMean, type RepRow, type SaidRep, type SetRead } from '@uphill/core/review';
import { printClock, printSigned, printSpan, roundHalfUp, roundTo } from '@uphill/core/units';
import { Fragment, useState } from 'react';
import { BandMark } from './BandMark.tsx';
import { SaidOfRep, SayOfRep } from './SaidOfRep.tsx';
import { Stone } from './Stone.tsx';
import { WideTable } from './WideTable.tsx';

interface Props {
  readonly rows: readonly RepRow[];
  readonly set: Pick<SetRead, 'spread' | 'from' | 'leftOut' | 'notRidden' | 'planned'>;
  /** Whether there are watts, and whether heart rate says anything. */
  readonly power: boolean;
  readonly heart: boolean;
  readonly maximalBpm: number | null;
  /** Steps that the ride room kept; null where it was ridden elsewhere. */
  readonly room: Ridden['steps'] | null;
  /** What was said of a rep, and how it is said; left out where it cannot be. */
  readonly saying?: {
    readonly of: (row: RepRow) => SaidRep | null;
    readonly say: (row: RepRow, said: Pick<SaidRep, 'rpe' | 'note'>) => void;
  };
}

/** How it is known where the reps lie. */
const FROM = {
  room: 'as the room rode them',
  laps: 'by the laps of the recording',
  found: 'found by their shape',
  coach: 'as you marked them',
};

/** Asked and ridden, a row a rep. */
export function RepTable({ rows, set, power, heart, maximalBpm, room, saying }: Props) {
  const [asking, setAsking] = useState<number | null>(null);
  const saved = savedWords(room ?? []);
  const columns = columnsOf(rows, { power, heart, maximalBpm });
  return (
    <>
      <WideTable of="Asked and ridden" size="sm" className="rep-table mb-0">
        <caption className="caption-top">Asked and ridden, {FROM[set.from]}</caption>
        <thead>
          <tr>
            <th scope="col">Rep</th>
            {columns.map(({ name }) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Fragment key={`${row.startS} ${row.endS}`}>
              <tr>
                <th scope="row">
                  <Stone small>{row.rep === null ? '+' : String(row.rep)}</Stone>
                  <span className="soft"> {printClock(row.seconds)}</span>
                  {saying && (
                    <SaidOfRep
                      name={nameOf(row)}
                      said={saying.of(row)}
                      tapped={tappedOf(room ?? [], row)}
                      ask={() => setAsking(asking === row.startS ? null : row.startS)}
                    />
                  )}
                </th>
                {columns.map(({ name, cell, look }) => (
                  <td key={name} className={look}>
                    {cell(row)}
                  </td>
                ))}
              </tr>
              {saying && asking === row.startS && (
                <tr>
                  <td colSpan={columns.length + 1}>
                    <SayOfRep
                      name={nameOf(row)}
                      said={saying.of(row)}
                      cancel={() => setAsking(null)}
                      say={(now) => {
                        saying.say(row, now);
                        setAsking(null);
                      }}
                    />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </WideTable>
      <p className="soft small mb-0">{belowWords(set)}</p>
      {saved && <p className="mb-0">{saved}</p>}
    </>
  );
}

function belowWords({ spread, leftOut, notRidden }: Props['set']): string {
  const say = (numbers: readonly number[], what: string): string[] =>
    numbers.length === 0
      ? []
      : [`Rep${numbers.length === 1 ? '' : 's'} ${numbers.join(', ')} ${what}.`];
  return [
    ...(spread === null ? [] : [`Best and lowest lie ${roundTo(spread * 100, 1)} % apart.`]),
    ...say(leftOut, 'left out'),
    ...say(notRidden, 'not ridden'),
  ].join(' ');
}

/** "From rep 4 on 348 W saved the set; asked before: 360–370 W."; null where nothing was saved. */
function savedWords(steps: Ridden['steps']): string | null {
  const first = steps.find(({ before }) => before !== undefined);
  if (!first?.before || first.lowW === null || first.highW === null) return null;
  const { lowW, highW } = first.before;
  return `From rep ${first.rep ?? ''} on ${printSpan(first.lowW, first.highW)} W, to save the set; asked before: ${printSpan(lowW, highW)} W.`;
}

function nameOf({ rep }: RepRow): string {
  return rep === null ? 'the extra rep' : `rep ${rep}`;
}

const TAPPED = { under7: 'under 7', seven: '7', over7: 'over 7', ten: '10' } as const;

/** What the rider tapped on the way, of the rep that lies there. */
function tappedOf(steps: Ridden['steps'], { startS, endS }: RepRow): string | null {
  const step = steps.find(
    (each) => each.said !== undefined && each.startS < endS && startS < each.endS,
  );
  return step?.said ? TAPPED[step.said] : null;
}

interface Column {
  readonly name: string;
  readonly cell: (row: RepRow) => React.ReactNode;
  readonly look?: string;
}

function columnsOf(
  rows: readonly RepRow[],
  { power, heart, maximalBpm }: Pick<Props, 'power' | 'heart' | 'maximalBpm'>,
): Column[] {
  const some = (of: (row: RepRow) => unknown): boolean => rows.some((row) => of(row) != null);
  return [
    { name: 'Asked', cell: bandWords, look: 'asked' },
    ...(power ? POWER : []),
    ...(some(({ inBandS }) => inBandS)
      ? [
          {
            name: 'In the band',
            cell: (row: RepRow) => (
              <>
                <BandMark row={row} /> {row.inBandS === null ? '' : printClock(row.inBandS)}
              </>
            ),
          },
        ]
      : []),
    ...(some(({ meanRpm }) => meanRpm) ? CADENCE : []),
    ...(heart && some(({ bpmAtEnd }) => bpmAtEnd) ? heartColumns(power, maximalBpm) : []),
    ...(some(({ leftJ }) => leftJ) && power
      ? [
          {
            name: 'W′ left',
            cell: ({ leftJ }: RepRow) =>
              leftJ === null ? '' : `${roundTo(leftJ / 1000, 1)} kJ`.replace('-', '−'),
          },
        ]
      : []),
  ];
}

function bandWords({ band, unit }: RepRow): string {
  if (!band) return 'by effort';
  const name = unit === 'bpm' ? 'bpm' : 'W';
  return band.high === null
    ? `${roundHalfUp(band.low)} ${name} and more`
    : `${printSpan(roundHalfUp(band.low), roundHalfUp(band.high))} ${name}`;
}

const POWER: readonly Column[] = [
  {
    name: 'Ridden, of target',
    look: 'ridden',
    cell: (row) => {
      if (row.meanW === null) return 'no watts';
      const lost = row.unit === 'watts' && judgedMean(row) === null;
      const share = row.ofTargetPercent === null ? '' : `, ${roundHalfUp(row.ofTargetPercent)} %`;
      return `${roundHalfUp(row.meanW)} W${lost ? ', partly lost' : share}`;
    },
  },
  {
    name: 'First → last minute',
    cell: ({ firstMinuteW, lastMinuteW }) =>
      firstMinuteW === null || lastMinuteW === null
        ? ''
        : `${roundHalfUp(firstMinuteW)} → ${roundHalfUp(lastMinuteW)}`,
  },
  {
    name: 'First, last 20 s, %',
    cell: ({ first20W, last20W, meanW }) =>
      [first20W, last20W].map((watts) => offMean(watts, meanW)).join(', '),
  },
];

const CADENCE: readonly Column[] = [
  { name: 'rpm', cell: ({ meanRpm }) => (meanRpm === null ? '' : String(roundHalfUp(meanRpm))) },
];

function heartColumns(power: boolean, maximalBpm: number | null): Column[] {
  return [
    ...(power
      ? []
      : [
          {
            name: 'Mean after 2:00',
            look: 'pulse',
            cell: ({ settledBpm }: RepRow) =>
              settledBpm === null ? '' : `${roundHalfUp(settledBpm)} bpm`,
          },
        ]),
    {
      name: maximalBpm === null ? 'At the end' : 'At the end, highest',
      look: 'pulse',
      cell: ({ bpmAtEnd, highestBpm }) => {
        const end = bpmAtEnd === null ? 'no beat' : `${bpmAtEnd} bpm`;
        return maximalBpm === null || highestBpm === null
          ? end
          : `${end}, ${roundHalfUp((100 * highestBpm) / maximalBpm)} %`;
      },
    },
    {
      name: 'Rose, fell in 60 s',
      look: 'pulse',
      cell: ({ riseBpm, fallBpm }) =>
        [riseBpm, fallBpm === null ? null : -fallBpm]
          .flatMap((beats) => (beats === null ? [] : [printSigned(beats, 0)]))
          .join(', '),
    },
  ];
}

/** How far a piece of a rep lies from the rep's mean, %. */
function offMean(watts: number | null, meanW: number | null): string {
  return watts === null || meanW === null || meanW === 0
    ? ''
    : printSigned((watts / meanW - 1) * 100, 0);
}
