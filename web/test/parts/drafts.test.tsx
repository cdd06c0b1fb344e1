import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeStore } from '../../src/app/makeStore.ts';
import { useDraft } from '../../src/features/sessions/useDraft.ts';
import { watchPage } from '../../src/shared/autosave/autosave.ts';
import { around, clash, EIGHTS, fakeServer, SESSION_ID, sessionOf } from './support.tsx';

const PUT = `PUT /sessions/${SESSION_ID}`;
const named = (name: string) => ({ ...EIGHTS, name });

/** The session opened in the workshop, with a server that stores what it is sent. */
function opened(server = storing()) {
  const store = makeStore();
  watchPage(store.dispatch);
  const page = renderHook(() => useDraft(sessionOf()), { wrapper: around(store) });
  const draft = () => page.result.current;
  const name = (to: string) =>
    act(() => draft().edit((plan) => ({ ...plan, name: to }), { done: to, undone: 'as it was' }));
  const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
  return { ...server, ...page, draft, name, wait };
}

function storing() {
  return fakeServer({
    [PUT]: ({ body }) => ({ body: sessionOf(body.plan, body.version + 1) }),
  });
}

describe('a session that saves itself', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
  });
  afterEach(() => {
    cleanup();
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('is sent once, a moment after the last of several edits', async () => {
    const { name, wait, puts, draft } = opened();
    name('A');
    await wait(400);
    name('B');
    await wait(400);
    expect([puts().length, draft().state]).toEqual([0, 'saving']);
    await wait(400);
    expect(puts().map(({ body }) => [body.plan.name, body.version])).toEqual([['B', 1]]);
    expect([draft().state, draft().draft?.version]).toEqual(['saved', 2]);
    name('C');
    await wait(700);
    expect(puts().at(-1)?.body.version).toBe(2);
  });

  it('is sent at once when it is left, and when the page is put away it outlives it', async () => {
    const left = opened();
    left.name('Left');
    left.unmount();
    await left.wait(0);
    expect(left.puts().map(({ body }) => body.plan.name)).toEqual(['Left']);

    localStorage.clear();
    const hidden = opened();
    hidden.name('Hidden');
    vi.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
    act(() => void document.dispatchEvent(new Event('visibilitychange')));
    await hidden.wait(0);
    vi.restoreAllMocks();
    expect(hidden.puts().map(({ body, closing }) => [body.plan.name, closing])).toEqual([
      ['Hidden', true],
    ]);
  });

  it('left while an earlier edit is on its way, the last one follows from the version that came back', async () => {
    const server = storing();
    const store = server.table[PUT];
    server.table[PUT] = async (asked) => {
      await new Promise((resolve) => setTimeout(resolve, 500));
      return (await store?.(asked)) ?? 'offline';
    };
    const { name, wait, puts, unmount } = opened(server);
    name('First');
    await wait(700);
    name('Last');
    unmount();
    await wait(1200);
    expect(puts().map(({ body }) => [body.plan.name, body.version])).toEqual([
      ['First', 1],
      ['Last', 2],
    ]);
  });

  it('not connected, it is kept and tried again until it is stored, open or left', async () => {
    const server = storing();
    const works = server.table[PUT];
    server.table[PUT] = () => 'offline';
    const { name, wait, puts, draft, unmount } = opened(server);
    name('Kept');
    await wait(700);
    expect(draft().state).toBe('offline');
    expect(localStorage.getItem(`uphill.draft.${SESSION_ID}`)).toContain('Kept');
    await wait(4100);
    expect(puts()).toHaveLength(2);
    unmount();
    await wait(1000);
    if (works) server.table[PUT] = works;
    act(() => void window.dispatchEvent(new Event('online')));
    await wait(0);
    expect(puts()).toHaveLength(3);
    await wait(20_000);
    expect(puts()).toHaveLength(3);
  });

  it('changed elsewhere, nothing is sent before the coach has chosen; each choice keeps what it says', async () => {
    const theirs = sessionOf(named('Theirs'), 5);
    const mine = opened();
    const works = mine.table[PUT];
    mine.table[PUT] = () => clash(theirs);
    mine.name('Mine');
    await mine.wait(700);
    expect(mine.draft().theirs?.plan.name).toBe('Theirs');
    mine.name('Mine, longer');
    await mine.wait(5000);
    expect(mine.puts()).toHaveLength(1);
    if (works) mine.table[PUT] = works;
    act(() => mine.draft().settle(true));
    await mine.wait(700);
    const { body } = mine.puts().at(-1) ?? {};
    expect([body?.plan.name, body?.version]).toEqual(['Mine, longer', 5]);
    expect(mine.draft().theirs).toBeNull();
    mine.unmount();

    localStorage.clear();
    const yielded = opened();
    yielded.table[PUT] = () => clash(theirs);
    yielded.name('Mine');
    await yielded.wait(700);
    act(() => yielded.draft().settle(false));
    await yielded.wait(5000);
    expect(yielded.draft().draft?.present.name).toBe('Theirs');
    expect(yielded.draft().draft?.past.at(-1)?.plan.name).toBe('Mine');
    expect(yielded.puts()).toHaveLength(1);
  });

  it('what arrived without its answer is no conflict, and what is refused is not sent again as it is', async () => {
    const { name, wait, puts, draft, table } = opened();
    table[PUT] = ({ body }) => clash(sessionOf(body.plan, 9));
    name('Arrived');
    await wait(700);
    expect([draft().theirs, draft().state, draft().draft?.version]).toEqual([null, 'saved', 9]);
    table[PUT] = () => ({
      status: 422,
      body: { type: '/problems/field-wrong', title: '', status: 422, detail: 'Too long.' },
    });
    name('Refused');
    await wait(10_000);
    expect([puts().length, draft().state, draft().problem?.detail]).toEqual([
      2,
      'refused',
      'Too long.',
    ]);
    name('Shorter');
    await wait(700);
    expect(puts()).toHaveLength(3);
  });
});
