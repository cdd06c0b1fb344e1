import {
  askedOf,
  assignedTo,
  parseSentence,
  type Plan,
  printSentence,
  type RiderOnDay,
  roadZones,
  sessionNumbers,
  type ZonesKnown,
} from '@uphill/core/sessions';
import { healthVerdict } from '@uphill/core/rider';
import type { Effort } from '@uphill/core/units';
import {
  FIVE_BY_THRESHOLD_HR,
  type Scheme,
  schemeFromOwn,
  SCHEMES,
  SEVEN_OVERLAPPING,
  SEVEN_STEPS,
  THREE_DOMAINS,
} from '@uphill/core/zones';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INES, newId, plan } from './support.ts';

const OWN = schemeFromOwn('own-1', {
  name: 'Tarnside 4 (winter), easy first',
  anchor: 'ftp',
  overlaps: false,
  bands: [
    { name: 'Chat', fromPercent: 0, toPercent: 70, trains: '' },
    { name: 'Steady going', fromPercent: 70, toPercent: 88, trains: '' },
    { name: 'Hard', fromPercent: 88, toPercent: 102, trains: '' },
    { name: 'Very hard', fromPercent: 102, toPercent: null, trains: '' },
  ],
});
const ALL: readonly Scheme[] = [...SCHEMES, OWN];
const LACTATE: RiderOnDay = { ...INES, lt1W: 196, lt2W: 254 };

function read(text: string, own: Scheme) {
  const zones: ZonesKnown = { own, all: ALL };
  return parseSentence(text, { hills: [], ftpW: INES.ftpW, newId, zones });
}

function effortIn(text: string, own: Scheme = SEVEN_STEPS): Effort | null {
  const { items, unread } = read(text, own);
  expect([text, unread.map(({ says }) => says)]).toEqual([text, []]);
  const [item] = items;
  const step = item?.kind === 'set' ? item.parts[0] : item;
  return step?.kind === 'step' && step.target.kind === 'steady' ? step.target.effort : null;
}

function watts(text: string, rider: RiderOnDay, own?: Scheme) {
  const effort = effortIn(text, own);
  const asked = effort && askedOf(effort, rider, 1200);
  return asked && [asked.lowW, asked.highW, asked.countedW && Math.round(asked.countedW)];
}

describe('a zone in a session', () => {
  it('means the scheme of the rider it was written for', () => {
    expect(watts('2 × 20 at zone 3', INES)).toEqual([198, 236, 217]);
    // Overlapping: 75–93 % of 262 W, at its middle.
    expect(watts('2 × 20 at zone 3', INES, SEVEN_OVERLAPPING)).toEqual([197, 244, 220]);
    expect(watts('2 × 20 at tempo', INES, SEVEN_OVERLAPPING)).toEqual([197, 244, 220]);
    expect(watts('20 at zone 3', INES, OWN)).toEqual([232, 267, 250]);
    expect(watts('20 in steady going', INES, OWN)).toEqual([184, 231, 208]);
    expect(watts('20 at threshold', INES, OWN)).toEqual([237, 275, 257]);
  });

  it.each([
    ['2 h under LT1', 1],
    ['2 h below lt 1', 1],
    ['3 × 15 in the middle domain', 2],
    ['6 × 4 above LT2', 3],
    ['6 × 4 at zone 3 of Three domains', 3],
    ['2 h low domain', 1],
  ])('%s means the three domains', (text, zone) => {
    expect(effortIn(text.replace(' the ', ' '))).toEqual({
      kind: 'zone',
      zone,
      scheme: { id: 'three-domains', name: 'Three domains' },
    });
  });

  it('is laid on the anchors of whoever gets it, and says where one is missing', () => {
    expect(watts('3 × 15 middle domain', LACTATE)).toEqual([197, 254, 226]);
    // Without a lactate test 75 % and 100 % of FTP stand in for Three domains alone.
    expect(watts('3 × 15 middle domain', INES)).toEqual([198, 262, 230]);
    const five = read('3 × 15 at zone 3 of Lactate five', SEVEN_STEPS);
    const health = healthVerdict(null, { birthYear: 1990, sex: null }, '2026-11-26');
    const given = (rider: RiderOnDay) => assignedTo(plan(...five.items), rider, health);
    expect(given(LACTATE).exceptions.join(' ')).not.toContain('cannot be laid');
    expect(given(LACTATE).work).toBe('197–241 W');
    expect(given(INES).exceptions).toContain(
      'A zone cannot be laid on Ines: no lactate test. Assigned as RPE 5–6.',
    );
    // Beats for whoever has a threshold heart rate, though written in a scheme of beats.
    const beats = effortIn('60 at zone 2', FIVE_BY_THRESHOLD_HR);
    expect(beats && askedOf(beats, INES, 3600)?.bpm).toMatchObject({ low: 134, high: 148 });
    expect(beats && askedOf(beats, { ...INES, thresholdBpm: null }, 3600)?.counts).toContain(
      'no threshold heart rate',
    );
  });

  it('means the same when its scheme is gone: the limits travel with it', () => {
    const effort = effortIn('20 at zone 2', OWN);
    const stored = JSON.parse(JSON.stringify(effort)) as Effort;
    expect(askedOf(stored, INES, 1200)).toMatchObject({ lowW: 184, highW: 231 });
    const lost: Effort = { kind: 'zone', zone: 2, scheme: { id: 'gone', name: 'Gone' } };
    expect(askedOf(lost, INES, 1200)).toMatchObject({ lowW: null });
    expect(askedOf(lost, INES, 1200)?.counts).toContain('the scheme Gone is not known');
  });

  it('survives print and parse with its scheme, whoever it is written for', () => {
    const zone = fc
      .tuple(fc.constantFrom(...ALL), fc.integer({ min: 1, max: 7 }))
      .map(([scheme, number]) => [scheme, Math.min(number, scheme.bands.length)] as const);
    fc.assert(
      fc.property(zone, zone, fc.constantFrom(...ALL), fc.boolean(), (one, two, own, rises) => {
        const [from, to] = [one, two].map(
          ([scheme, number]) => `zone ${number} of ${scheme.name.replace(/[(),]/g, '')}`,
        );
        const text = rises
          ? `20 building from ${from} to ${to}, 60 at ${to}`
          : `4 × 8 min at ${from} 80–90 rpm, 4:00 easy between, 60 min at ${to} "calm"`;
        const first = read(text, own);
        expect(first.unread).toEqual([]);
        const printed = printSentence({ items: first.items }, own.id);
        const again = read(printed, own);
        expect(again.unread).toEqual([]);
        expect(bare(again.items)).toEqual(bare(first.items));
      }),
    );
  });

  it('refuses what no scheme has, in words', () => {
    const says = (text: string, own: Scheme) => read(text, own).unread[0]?.says ?? '';
    expect(says('20 at zone 6', FIVE_BY_THRESHOLD_HR)).toBe(
      'There is no zone 6. Five by threshold heart rate has zones 1 to 5.',
    );
    expect(says('20 at zone 4 of Three domains', SEVEN_STEPS)).toContain('has zones 1 to 3');
    expect(says('20 at zone 4 of nowhere', SEVEN_STEPS)).toContain('nowhere');
  });

  it('shows a session by the rider’s scheme, and its time adds up to the whole', () => {
    const rider: RiderOnDay = { ...INES, zones: { own: SEVEN_OVERLAPPING, all: ALL } };
    expect(roadZones(rider)?.scheme.id).toBe('seven-overlapping');
    expect(roadZones(rider, THREE_DOMAINS)?.bands.map(({ high }) => high)).toEqual([
      197,
      262,
      null,
    ]);
    // Beats say nothing of a road in watts.
    expect(roadZones(rider, FIVE_BY_THRESHOLD_HR)?.scheme.id).toBe('seven-steps');
    expect(roadZones({ ...rider, ftpW: null })).toBeNull();
    const made: Plan = plan(...read('4 × 8 at zone 4, 4 easy between', SEVEN_OVERLAPPING).items);
    expect(sessionNumbers(made, rider).load.value).toBeGreaterThan(0);
  });
});

const bare = (items: Plan['items']): unknown =>
  JSON.parse(JSON.stringify(items, (key, value: unknown) => (key === 'id' ? undefined : value)));
