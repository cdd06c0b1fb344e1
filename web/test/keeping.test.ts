import {
  BOOK,
  fitToTotal,
  parseSentence,
  type Plan,
  planFromBook,
  type RiderOnDay,
  sessionNumbers,
  SYSTEMS,
} from '@uphill/core/sessions';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { EMPTY_FILTER, fits, TIMES } from '../src/features/book/filter.ts';
import { forgetRide, type KeptRide, keepRide, readRide } from '../src/features/ride/keptRide.ts';
import { differenceOf } from '../src/features/sessions/difference.ts';

const pair = { cpW: 262, wPrimeJ: 16_000, best60W: 528, best300W: 315 };
const INES: RiderOnDay = {
  ...{
    firstName: 'Ines',
    ftpW: 260,
    massKg: 61,
    restingBpm: 47,
    thresholdBpm: 168,
    maximalBpm: 187,
  },
  ...{ hasPower: true, easyPercent: 50, bests: [], pair },
};
let ids = 0;
const newId = (): string => `k${(ids += 1)}`;

function said(text: string): Plan {
  const { items, unread } = parseSentence(text, { hills: [], ftpW: 260, newId });
  expect(unread).toEqual([]);
  return {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'ceiling',
    place: 'any',
    note: '',
    items,
  };
}

describe('a ride under way, kept on the device', () => {
  let store: Map<string, string>;
  beforeEach(() => {
    store = new Map();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
      removeItem: (key: string) => store.delete(key),
    });
  });
  afterEach(() => vi.unstubAllGlobals());

  const did = fc.constantFrom(
    'lap' as const,
    'skip' as const,
    'back' as const,
    'minute' as const,
    'lastOne' as const,
    'harder' as const,
    'easier' as const,
  );
  const anyRide: fc.Arbitrary<KeptRide> = fc.record({
    seed: fc.integer({ min: 0, max: 1_000_000 }),
    seconds: fc.integer({ min: 0, max: 86_400 }),
    events: fc.array(fc.record({ second: fc.integer({ min: 0, max: 86_400 }), did }), {
      maxLength: 50,
    }),
  });

  it('comes back as it was left, each day its own, and is gone once forgotten', () => {
    fc.assert(
      fc.property(anyRide, anyRide, (one, other) => {
        keepRide('monday', one);
        keepRide('tuesday', other);
        expect([readRide('monday'), readRide('tuesday')]).toEqual([one, other]);
        forgetRide('monday');
        expect([readRide('monday'), readRide('tuesday')]).toEqual([null, other]);
      }),
    );
  });

  it.each([
    '',
    '{',
    'null',
    '[]',
    '{"seed":1}',
    '{"seed":1,"seconds":-1,"events":[]}',
    '{"seed":1,"seconds":2,"events":[{"second":1,"did":"fly"}]}',
  ])('what is no ride (%j) is left alone', (text) => {
    store.set('uphill.ride.monday', text);
    expect(readRide('monday')).toBeNull();
  });
});

describe('searching the book', () => {
  const book = BOOK.flatMap((family) =>
    family.sessions.map((session) => {
      const plan = planFromBook(family, session, newId);
      return { plan, text: `${family.name} ${family.purpose} ${plan.name}` };
    }),
  );
  const found = (filter: Partial<typeof EMPTY_FILTER>) =>
    book.filter(({ plan, text }) => fits({ ...EMPTY_FILTER, ...filter }, plan, text));

  it('without a filter everything is there; every filter only takes away, and two take away what each does', () => {
    expect(found({})).toHaveLength(book.length);
    const places = [...new Set(book.map(({ plan }) => plan.place))];
    fc.assert(
      fc.property(
        fc.constantFrom('', ...SYSTEMS),
        fc.constantFrom(0, ...TIMES),
        fc.constantFrom('', ...places),
        fc.constantFrom('' as const, 'none' as const),
        (system, mostS, place, equipment) => {
          const all = found({ system, mostS, place, equipment });
          const each = [
            found({ system }),
            found({ mostS }),
            found({ place }),
            found({ equipment }),
          ];
          expect(all).toEqual(book.filter((entry) => each.every((list) => list.includes(entry))));
          for (const { plan } of all) {
            if (system !== '') expect(plan.system).toBe(system);
            if (mostS > 0)
              expect(sessionNumbers(plan, INES).totalS.value).toBeLessThanOrEqual(mostS);
          }
        },
      ),
    );
  });

  it('every system of work is found, words in any order and case, and nonsense finds nothing', () => {
    for (const system of ['endurance', 'tempo', 'threshold', 'ceiling', 'sprint'] as const)
      expect(found({ system }).length).toBeGreaterThan(0);
    const [{ text = '' } = {}] = found({ words: 'OVER unders' });
    expect(text).toContain('Over-unders');
    expect(found({ words: 'unders over' })).toEqual(found({ words: 'over unders' }));
    expect(found({ words: 'zzz' })).toEqual([]);
  });
});

describe('what a change moved', () => {
  const four = said('15 building to 90 %, 4 × 3:00 at 118 %, 2:00 easy between, 10 down');

  it('is said in load, minutes and W′ low point, each only where it moved, and backwards with the other sign', () => {
    const five = said('15 building to 90 %, 5 × 3:00 at 118 %, 2:00 easy between, 10 down');
    const there = differenceOf(four, five, INES) ?? '';
    const back = differenceOf(five, four, INES) ?? '';
    expect(there).toMatch(
      /^load of this session \d+, before \d+, \+5 min, W′ low point −?\d+ → −?\d+ %$/,
    );
    const [, now = '', was = '', from = '', to = ''] =
      /session (\d+), before (\d+).*point (−?\d+) → (−?\d+) %$/.exec(there) ?? [];
    expect(back).toBe(
      `load of this session ${was}, before ${now}, −5 min, W′ low point ${to} → ${from} %`,
    );
    const number = (text: string) => Number(text.replace('−', '-'));
    expect(number(to)).toBeLessThan(number(from));
    expect(differenceOf(four, { ...four, name: 'Threes' }, INES)).toBeNull();
    // Without CP and W′ nothing is said of them.
    expect(differenceOf(four, five, { ...INES, pair: null })).toMatch(
      /^load of this session \d+, before \d+, \+5 min$/,
    );
  });

  it('agrees with what the session asks, for any whole length it is fitted to', () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 150 }), (minutes) => {
        const fitted = fitToTotal(four, minutes * 60);
        fc.pre(fitted.ok);
        if (!fitted.ok) return;
        const moved =
          (sessionNumbers(fitted.value.plan, INES).totalS.value -
            sessionNumbers(four, INES).totalS.value) /
          60;
        const says = differenceOf(four, fitted.value.plan, INES) ?? '';
        const [, sign, by] = /([+−])(\d+) min/.exec(says) ?? [];
        expect(by === undefined ? 0 : (sign === '−' ? -1 : 1) * Number(by)).toBe(Math.round(moved));
      }),
    );
  });
});
