import {
  BOOK,
  climb,
  type Climbing,
  leversOf,
  parseSentence,
  type Plan,
  planOfRung,
  planSchema,
  printSentence,
  progress,
  type RiderOnDay,
  rungsOf,
  sessionNumbers,
  standingOn,
} from '@uphill/core/sessions';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INES, newId, plan as planWith } from './support.ts';

const CLIMBING: Climbing = { rider: INES };

function said(text: string, more: Partial<Plan> = {}): Plan {
  const { items, totalS } = parseSentence(text, { hills: [], ftpW: INES.ftpW, newId });
  return { ...planWith(...items), ...(totalS === null ? {} : { totalS }), ...more };
}

function rung(text: string, by: 1 | -1 = 1, more: Partial<Climbing> = {}, of: Partial<Plan> = {}) {
  const next = progress(said(text, of), by, { ...CLIMBING, ...more });
  return next.ok ? printSentence(next.value.plan) : next.reason;
}

/** The work of a session as it was climbed: what a property compares. */
const bare = ({ climbed: _, bookId: __, name: ___, ...plan }: Plan): unknown => plan;

const RUNGS = BOOK.flatMap((family) =>
  rungsOf(family).map((each) => ({ family, ...each, plan: planOfRung(each, newId) })),
);

describe('ladders of the families', () => {
  it.each([
    ['3 × 12 at 88–94 %, 6 easy between', '4 × 10:00 at 88–94 %, 5:00 easy between'],
    ['3 × 12 at threshold, 5 easy between', '4 × 10:00 at zone 4, 5:00 easy between'],
    ['2 × 20 at 95 %, 10 easy between', '3 × 15:00 at 95 %, 7:30 easy between'],
    ['8 × 15 at 95 %, 5 easy between', '120 min at target is the last rung'],
    ['2 × 15 at 72 %, 15 easy between', '2 × 20:00 at 72 %, 20:00 easy between'],
    ['3 × 30 at 70–75 %, 30 easy between', '2 × 15:00 at 80–85 %, 15:00 easy between'],
    ['4 × 6 at 85 % 50–60 rpm, 6 easy between', '5 × 6:00 at 85 % 50–60 rpm, 6:00 easy between'],
    ['4 × 10 at 85 % 50–60 rpm, 10 easy between', '40–50 rpm comes only after three months'],
    ['4 × 8 at 102 %, 4 easy between', '5 × 8:00 at 102 %, 4:00 easy between'],
    ['5 × 8 at 102 %, 4 easy between', '5 × 8:00 at 104 %, 4:00 easy between'],
    ['5 × 8 at 104 %, 4 easy between', 'Its middle stays at 105 % or under'],
    [
      '3 × (5 × (1 min at 110 % and 1 min at 90 %)), 5 easy between',
      '4 × (5 × (1:00 at 110 % and 1:00 at 90 %)), 5:00 easy between',
    ],
    ['4 × (5 × (1 min at 114 % and 1 min at 90 %)), 5 easy between', '115 % at most'],
    ['4 × 3 at 120 %, 3 easy between', '5 × 3:00 at 120 %, 3:00 easy between'],
    ['5 × 3 at 120 %, 3 easy between', '5 × 3:00 at 122 %, 3:00 easy between'],
    ['4 × 4 at 290 W, 4 easy between', '4 × 4:00 at 295 W, 4:00 easy between'],
    [
      '2 × (2 × 3 at 115 %, 3 easy between), 8 easy between',
      '2 × (3 × 3:00 at 115 %, 3:00 easy between), 8:00 easy between',
    ],
    ['5 × 30/30 at 120 %', '2 × (5 × 30 s at 120 %, 30 s easy after each), 5:00 easy between'],
    ['12 × 10 s max, 50 s easy after each', 'Twelve sprints are the last rung'],
    ['3 × 12 at goal, 6 easy between', '3 × 15:00 at 100 % of goal, 7:30 easy between'],
    ['3 × 20 at goal, 10 easy between', 'the whole climb at 95 %'],
    ['90 at 91–93 %', '1 h 30 at 92–94 %'],
    ['1 h 45 at 60 %', '2 h 00 at 60 %'],
    ['3 h at 60 %', '3 h 30 at 60 %'],
    ['45 at 65 %, 6 × 10 s max, 3 easy between, 30 at 65 %', '45:00 at 65 % at the end'],
  ])('%s: one rung harder is %s', (text, next) => {
    expect(rung(text).replace(/, 45:00 at 65 %$/, ', 45:00 at 65 % at the end')).toContain(next);
  });

  it('judges work by its watts, however it was typed', () => {
    // 245 W is 93.5 % of 262 W, 290 W is 110.7 %: minutes below, watts above.
    expect(rung('3 × 12 at 245 W, 6 easy between')).toBe('4 × 10:00 at 245 W, 5:00 easy between');
    expect(rung('5 × 3 at 290 W, 3 easy between')).toBe('5 × 3:00 at 295 W, 3:00 easy between');
    const strong = { rider: { ...INES, ftpW: 300 } };
    expect(rung('3 × 12 at 290 W, 6 easy between', 1, strong)).toContain('4 × 10:00 at 290 W');
    const goal: RiderOnDay = { ...INES, goalW: 285 };
    expect(rung('3 × 5 at 110 % of goal, 5 easy between', 1, { rider: goal })).toContain(
      '4 × 5:00 at 110 % of goal',
    );
  });

  it('follows the school for ceiling work, and rests less for threshold in build', () => {
    const minutes = { school: 'minutes' } as const;
    expect(rung('5 × 3 at 118 %, 3 easy between', 1, minutes)).toContain('6 × 3:00 at 118 %');
    expect(rung('10 × 3 at 118 %, 3 easy between', 1, minutes)).toContain('30 min at target');
    // In the first training year 10 min are enough, then watts.
    expect(rung('4 × 3 at 118 %, 3 easy between', 1, { firstYear: true })).toContain('120 %');
    const eights = said('4 × 8 at 98 %, 8 easy between');
    expect(leversOf(eights, { rider: INES, season: 'base' }).offered).toEqual([]);
    expect(leversOf(eights, { rider: INES, season: 'build' }).offered).toEqual(['rest']);
    expect(rung('4 × 8 at 98 %, 8 easy between', 1, { lever: 'rest' })).toBe(
      '4 × 8:00 at 98 %, 4:00 easy between',
    );
    expect(rung('4 × 8 at 98 %, 4 easy between', 1, { lever: 'rest' })).toContain('half the rep');
  });

  it('offers both levers where the shape is no family’s', () => {
    const odd = said('6 × 90 s at 130 %, 4 easy between');
    expect(leversOf(odd, CLIMBING)).toEqual({ familyId: null, offered: ['time', 'watts'] });
    expect(progress(odd, 1, CLIMBING).ok).toBe(false);
    expect(rung('6 × 90 s at 130 %, 4 easy between', 1, { lever: 'time' })).toContain('7 × 1:30');
    expect(rung('6 × 90 s at 130 %, 4 easy between', -1, { lever: 'watts' })).toContain('128 %');
  });

  it('stops where nothing more is allowed, and says why', () => {
    const unfuelled = { unfuelled: true };
    expect(rung('1 h 50 at 60 %', 1, {}, unfuelled)).toBe('2 h 00 at 60 %');
    expect(rung('2 h at 60 %', 1, {}, unfuelled)).toContain('ends at 2 h');
    expect(rung('2 h 45 at 60 %', 1, { longRideS: 10_000 })).toContain('long-ride limit');
    expect(rung('2 h at rpe 6', 1, {}, { sport: 'free ride' })).toContain('no ladder');
    // Five reps of about 5:00: more than 15 min, so watts.
    expect(rung('5 × until lap at 110 %, 3 easy between')).toContain('112 %');
    expect(rung('3 × until lap about 12:00 at 92 %, 5 easy between')).toContain('4 × 10:00');
    expect(rung('4 × 3 at 2500 W, 3 easy between', 1, { lever: 'watts' })).toContain('2500 W');
    expect(rung('15 × 1 min at 115 % 70–80 rpm, 2 easy between')).toContain('steeper hill');
    for (const ftpW of [0, null])
      expect(rung('4 × 3 at 300 W, 3 easy between', 1, { rider: { ...INES, ftpW } })).toMatch(/\S/);
  });

  it('moves the work and never the ends, breaks no cap, and leads back where it came from', () => {
    for (const { family, id, rung: place, plan } of RUNGS)
      for (const by of [1, -1] as const) {
        const next = climb({ ...plan, bookId: id }, by, CLIMBING);
        if (!next.ok) continue;
        const there = next.value.plan;
        expect(planSchema.safeParse(there).success).toBe(true);
        const back = climb(there, by === 1 ? -1 : 1, CLIMBING);
        expect([id, back.ok && bare(back.value.plan)]).toEqual([id, bare(plan)]);
        const kept = ['no-let-up', 'kicks'].includes(family.id);
        if (!kept) expect([id, endsOf(there)]).toEqual([id, endsOf(plan)]);
        expect([id, overItsCap(family.id, there)]).toEqual([id, false]);
        const [before, after] = [plan, there].map((each) => sessionNumbers(each, INES).load.value);
        const harder = (after ?? 0) > (before ?? 0);
        // Where a ladder begins again with another target, less of it is not less.
        const again = ['steady-blocks', 'hill-repeats', 'goal-climbs', 'strength-minutes'];
        if (place !== null && !again.includes(family.id))
          expect([id, by, harder]).toEqual([id, by, by === 1]);
      }
  });

  it('a rung up and down, or down and up, is the session again, whatever was typed', () => {
    const reps = fc.integer({ min: 1, max: 16 });
    const target = fc.oneof(
      fc.integer({ min: 60, max: 135 }).map((percent) => `${percent} %`),
      fc.integer({ min: 140, max: 380 }).map((watts) => `${watts} W`),
      fc.constantFrom('goal', '112 % of goal', 'sweet spot', 'max', 'zone 4', '90 % of curve'),
    );
    const length = fc.constantFrom('10 s', '30 s', '1 min', '2 min', '3 min', '4:30', '8 min');
    const long = fc.constantFrom('10 min', '11 min', '12 min', '15 min', '20 min', '30 min');
    const rest = fc.constantFrom('', ', 2 easy between', ', 5 easy between', ', 15 easy between');
    const cadence = fc.constantFrom('', ' 50–60 rpm', ' 70–80 rpm');
    const set = fc
      .tuple(reps, fc.oneof(length, long), target, cadence, rest)
      .map(([count, lasts, at, rpm, off]) => `${count} × ${lasts} at ${at}${rpm}${off}`);
    const ride = fc.tuple(fc.integer({ min: 20, max: 300 }), target);
    const whole = fc.oneof(
      { weight: 4, arbitrary: set.map((text) => `15 building to 80 %, ${text}, 10 down`) },
      ride.map(([minutes, at]) => `${minutes} min at ${at}`),
      reps.map((count) => `3 × (${count} × 40/20 at 118 %), 5 easy between`),
    );
    fc.assert(
      fc.property(
        whole,
        fc.constantFrom(1 as const, -1 as const),
        fc.constantFrom('watts' as const, 'minutes' as const),
        fc.constantFrom(undefined, 'time' as const, 'watts' as const),
        fc.integer({ min: 1, max: 4 }),
        (text, by, school, lever, times) => {
          const start = said(text);
          const climbing = { rider: { ...INES, goalW: 280 }, school, lever };
          let [there, taken] = [start, 0];
          for (; taken < times; taken += 1) {
            const next = progress(there, by, climbing);
            if (!next.ok) break;
            there = next.value.plan;
          }
          expect(planSchema.safeParse(there).success).toBe(true);
          for (; taken > 0; taken -= 1) {
            const back = progress(there, by === 1 ? -1 : 1, climbing);
            if (!back.ok) throw new Error(`${text}: ${back.reason}`);
            there = back.value.plan;
          }
          expect(there).toEqual(start);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('an edit in between is kept: the way back is that of the session as it stands', () => {
    const up = progress(said('3 × 11 at 95 %, 5 easy between'), 1, CLIMBING);
    if (!up.ok) throw new Error(up.reason);
    expect(up.value.plan.climbed).toHaveLength(1);
    const edited = said('3 × 12 at 97 %, 5 easy between', { climbed: up.value.plan.climbed });
    const down = progress(edited, -1, CLIMBING);
    expect(down.ok && printSentence(down.value.plan)).toBe('3 × 10:00 at 97 %, 5:00 easy between');
  });

  it('a lever chosen by hand moves what it says, whatever the ladder did before', () => {
    const up = progress(said('4 × 3 at 120 %, 3 easy between'), 1, CLIMBING);
    if (!up.ok) throw new Error(up.reason);
    const easier = progress(up.value.plan, -1, { ...CLIMBING, lever: 'watts' });
    expect(easier.ok && printSentence(easier.value.plan)).toContain('5 × 3:00 at 118 %');
    const shorter = progress(said('4 × 8 at 98 %, 5 easy between'), 1, {
      ...CLIMBING,
      lever: 'rest',
    });
    if (!shorter.ok) throw new Error(shorter.reason);
    const back = progress(shorter.value.plan, -1, { ...CLIMBING, lever: 'rest' });
    expect(back.ok && printSentence(back.value.plan)).toContain('5:00 easy between');
  });

  it('tells where a rider stands: on the rung ridden last, whatever stands beside the ladder', () => {
    const family = BOOK.find(({ id }) => id === 'sweet-spot');
    const rungs = family ? rungsOf(family) : [];
    const done = [
      { bookId: 'sweet-spot-1', date: '2026-10-02' },
      { bookId: 'sweet-spot-2', date: '2026-10-09' },
      { bookId: 'sweet-spot-5', date: '2026-10-20' },
    ];
    // 3 × 12, 4 × 10, and 3 × 20 beside: next is 45 min.
    expect(standingOn(rungs, done)).toMatchObject({ rung: 4, of: 11, date: '2026-10-09' });
    const next = rungs.find(({ id }) => id === standingOn(rungs, done)?.next);
    expect(next?.plan.name).toBe('3 × 15:00 at 88–94 %');
    expect(standingOn(rungs, [])).toBeNull();
  });
});

function endsOf({ items }: Plan): unknown {
  return items.filter((item) => item.kind === 'step' && /warmUp|coolDown/.test(item.role));
}

/** Whether a session is beyond what the handbook's table lets its family come to. */
function overItsCap(family: string, plan: Plan): boolean {
  const { totalS, segments } = sessionNumbers(plan, { ...INES, goalW: 280 });
  const percents = segments.flatMap(({ role, from }) =>
    role === 'work' && from?.countedW != null ? [(from.countedW / (INES.ftpW ?? 1)) * 100] : [],
  );
  const most = Math.max(...percents, 0);
  const reps = new Set(segments.map(({ rep }) => rep)).size - 1;
  const minutes = totalS.value / 60;
  const over: Record<string, () => boolean> = {
    unfuelled: () => minutes > 120,
    drills: () => minutes > 60,
    'threshold-higher': () => most > 105.1,
    'over-unders': () => most > 115.1,
    'no-let-up': () => minutes > 150 || most > 97.1,
    kicks: () => minutes > 120 || most > 146.1,
    'hill-repeats': () => reps > 15,
    sprints: () => reps > 12,
    'steady-ninety': () => most > 100.1,
  };
  return over[family]?.() ?? false;
}
