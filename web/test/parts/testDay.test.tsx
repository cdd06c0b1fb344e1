import { EMPTY_SETUP } from '@uphill/core/testing';
import type { TestDay } from '@uphill/api';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeStore } from '../../src/app/makeStore.ts';
import { useTestDay } from '../../src/features/tests/day/useTestDay.ts';
import { around, clash, fakeServer, RIDER_ID } from './support.tsx';

const DAY_ID = '7d3f9c54-3d3d-4d3d-8d3d-3d3d3d3d3d3d';
const PUT = `PUT /test-days/${DAY_ID}`;

function dayOf(note = '', version = 1): TestDay {
  const draft: TestDay['draft'] = {
    stage: 'prepare',
    date: '2026-11-25',
    expectedW: 255,
    expectedBpm: null,
    setup: EMPTY_SETUP,
    ramp: { startW: 100, stepW: 20, stageS: 60 },
    onS: 30,
    slopePercent: 3,
    optional: false,
    way: null,
    ride: null,
    recordingId: null,
    typed: {},
    samples: [],
    note,
  };
  return {
    id: DAY_ID,
    riderId: RIDER_ID,
    protocol: 'ramp',
    draft,
    version,
    updatedAt: '2026-11-25T10:00:00Z',
    unreadable: null,
  };
}

function opened(day = dayOf()) {
  const server = fakeServer({
    [PUT]: ({ body }) => ({ body: { ...day, draft: body.draft, version: body.version + 1 } }),
  });
  const page = renderHook(() => useTestDay(day), { wrapper: around(makeStore()) });
  const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
  const note = (to: string) => act(() => page.result.current.change({ note: to }));
  return { ...server, ...page, wait, note, now: () => page.result.current };
}

describe('a test day', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
  });
  afterEach(() => {
    cleanup();
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('is kept on the device with each change and goes to the server a moment later', async () => {
    const { note, wait, puts, now } = opened();
    note('warm');
    expect(localStorage.getItem(`uphill.testDay.${DAY_ID}`)).toContain('warm');
    await wait(700);
    expect(puts().map(({ body }) => body.draft.note)).toEqual(['warm']);
    expect([now().version(), localStorage.getItem(`uphill.testDay.${DAY_ID}`)]).toEqual([2, null]);
  });

  it('goes on from what a closed tab left, and sends it', async () => {
    const before = opened();
    before.table[PUT] = () => 'offline';
    before.note('typed before the tab closed');
    await before.wait(700);
    vi.clearAllTimers();
    cleanup();
    const after = opened();
    expect(after.now().draft.note).toBe('typed before the tab closed');
    await after.wait(700);
    expect(after.puts().at(-1)?.body.draft.note).toBe('typed before the tab closed');
  });

  it('gone on elsewhere meanwhile, it asks; theirs is taken without a reload, mine goes on top', async () => {
    for (const keep of [false, true]) {
      localStorage.clear();
      const { note, wait, puts, now, table, unmount } = opened();
      const works = table[PUT];
      table[PUT] = () => clash(dayOf('theirs', 4));
      note('mine');
      await wait(700);
      expect(now().theirs?.draft.note).toBe('theirs');
      if (works) table[PUT] = works;
      act(() => now().settle(keep));
      await wait(700);
      expect([now().draft.note, now().theirs]).toEqual([keep ? 'mine' : 'theirs', null]);
      expect(
        puts()
          .slice(1)
          .map(({ body }) => [body.draft.note, body.version]),
      ).toEqual(keep ? [['mine', 4]] : []);
      unmount();
    }
  });

  it('closed with a clash undecided, it asks again', async () => {
    const first = opened();
    first.table[PUT] = () => clash(dayOf('theirs', 4));
    first.note('mine');
    await first.wait(700);
    vi.clearAllTimers();
    cleanup();
    const second = opened(dayOf('theirs', 4));
    expect([second.now().draft.note, second.now().theirs?.version]).toEqual(['mine', 4]);
    await second.wait(5000);
    expect(second.puts()).toEqual([]);
  });

  it('given up or stored, nothing of it stays on the device', async () => {
    const { note, wait, now, puts } = opened();
    note('gone');
    act(() => now().forget());
    await wait(5000);
    expect([puts(), localStorage.getItem(`uphill.testDay.${DAY_ID}`)]).toEqual([[], null]);
  });
});
