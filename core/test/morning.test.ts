import { massOff, type Morning, morningsOfWeek, sayMornings } from '@uphill/core/review';
import { describe, expect, it } from 'vitest';

const dayOf = (day: number): string =>
  new Date(Date.UTC(2026, 8, 1 + day)).toISOString().slice(0, 10);

describe('morning numbers', () => {
  const morning = (
    day: number,
    restingBpm: number | null,
    massKg: number | null = null,
  ): Morning => ({
    ...{ date: dayOf(day), massKg, restingBpm, sleepH: null, legs: null, pain: null },
  });
  const usual = Array.from({ length: 28 }, (_, day) => morning(day, 46 + (day % 3)));
  const week = (bpm: number) => Array.from({ length: 7 }, (_, day) => morning(28 + day, bpm));

  it('say something only where the week lies beyond its own usual spread', () => {
    const said = (bpm: number) => sayMornings(morningsOfWeek([...usual, ...week(bpm)], dayOf(34)));
    expect(said(48)).toEqual([]);
    expect(said(53)).toEqual(['Resting heart rate 53 bpm, usually 47 ± 1.6']);
    expect(said(42)).toHaveLength(1);
  });

  it('take fourteen entries for what is usual, and look at nothing later', () => {
    const some = [...usual.slice(0, 13), ...week(60)];
    const [resting, ...others] = morningsOfWeek(some, dayOf(34));
    expect(others).toEqual([]);
    expect(resting).toMatchObject({ id: 'restingBpm', usual: null, isOff: false });
    expect(morningsOfWeek([...usual.slice(0, 14), ...week(60)], dayOf(34))[0]?.isOff).toBe(true);
    expect(morningsOfWeek(week(60), dayOf(27))).toEqual([]);
  });

  it('lay a mass beside the seven days before it', () => {
    const weighed = [61, 61.4, 61.2].map((kg, day) => morning(day, null, kg));
    expect(massOff(weighed, dayOf(3), 60.2)).toBeCloseTo(-1, 6);
    expect(massOff(weighed, dayOf(20), 60)).toBeNull();
  });
});
