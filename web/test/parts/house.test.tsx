import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { Provider } from 'react-redux';
import { createMemoryRouter, Link, Outlet, RouterProvider } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { KeysDialog } from '../../src/app/KeysDialog.tsx';
import { makeStore } from '../../src/app/makeStore.ts';
import { Notices } from '../../src/app/Notices.tsx';
import { useGlobalKeys } from '../../src/app/useGlobalKeys.ts';
import { ViewBroke } from '../../src/app/ViewBroke.tsx';
import { Conflict } from '../../src/features/sessions/Conflict.tsx';
import { changeKeys } from '../../src/shared/keys/settings.ts';
import { noticed } from '../../src/shared/viewSlice.ts';
import { Heading } from '../../src/ui/Heading.tsx';
import { EIGHTS, fakeServer, INES, RIDER_ID } from './support.tsx';

const server = {
  'GET /riders': () => ({ body: [INES] }),
  [`GET /riders/${RIDER_ID}`]: () => ({ body: INES }),
  'GET /journal': () => ({ body: { undo: 'added Ines', redo: null } }),
};

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('what just happened', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    fakeServer(server);
  });

  it('goes after a while, and waits while it is pointed at or holds the focus', async () => {
    const store = makeStore();
    render(
      <Provider store={store}>
        <Notices />
      </Provider>,
    );
    const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
    act(() => void store.dispatch(noticed('Saved.', { kind: 'undo', step: 3 })));
    const undo = screen.getByRole('button', { name: 'Undo' });
    act(() => undo.focus());
    await wait(60_000);
    expect(screen.queryByText('Saved.')).not.toBeNull();
    act(() => undo.blur());
    await wait(7000);
    fireEvent.pointerEnter(undo.parentElement as Element);
    await wait(60_000);
    expect(screen.queryByText('Saved.')).not.toBeNull();
    fireEvent.pointerLeave(undo.parentElement as Element);
    await wait(8100);
    expect(screen.queryByText('Saved.')).toBeNull();
  });
});

describe('dialogs', () => {
  const user = userEvent.setup();
  beforeEach(() => {
    fakeServer(server);
    changeKeys({ on: true, changed: {} });
  });

  function House() {
    useGlobalKeys();
    return (
      <>
        <button type="button">Beside</button>
        <KeysDialog />
      </>
    );
  }
  const house = () =>
    render(
      <Provider store={makeStore()}>
        <RouterProvider router={createMemoryRouter([{ path: '/', element: <House /> }])} />
      </Provider>,
    );

  it.each([
    ['American', { code: 'Slash', shiftKey: true }],
    ['German', { code: 'Minus', shiftKey: true }],
    ['French', { code: 'KeyM', shiftKey: true }],
    ['a phone’s', { code: 'Unidentified', shiftKey: false }],
  ])('the keys are shown by the question mark of a keyboard that is %s', async (_, press) => {
    house();
    fireEvent.keyDown(document.body, { key: '?', ...press });
    expect(await screen.findByRole('dialog', { name: 'Keys' })).toBeDefined();
  });

  it('single keys off, neither the question mark nor any other opens anything', () => {
    changeKeys({ on: false });
    house();
    for (const key of ['?', '/', ',', '1'])
      fireEvent.keyDown(document.body, { key, code: 'Slash', shiftKey: key === '?' });
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('hold the focus while they are open, and give it back', async () => {
    house();
    const beside = screen.getByRole('button', { name: 'Beside' });
    beside.focus();
    await user.keyboard('?');
    const dialog = await screen.findByRole('dialog', { name: 'Keys' });
    expect(dialog.contains(document.activeElement)).toBe(true);
    act(() => beside.focus());
    await waitFor(() => expect(dialog.contains(document.activeElement)).toBe(true));
    await user.keyboard('{Escape}');
    await waitFor(() => expect(document.activeElement).toBe(beside));
  });

  it('what has to be decided is decided: Esc does not close it', async () => {
    const settle = vi.fn();
    render(<Conflict yours={EIGHTS} theirs={{ plan: EIGHTS, updatedAt: null }} settle={settle} />);
    const dialog = await screen.findByRole('dialog', { name: 'Changed elsewhere' });
    await user.keyboard('{Escape}');
    expect(dialog.isConnected && settle.mock.calls.length === 0).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Take theirs' }));
    expect(settle).toHaveBeenCalledWith(false);
  });
});

describe('arriving at a view', () => {
  const user = userEvent.setup();

  let breaks = false;
  function Breakable() {
    if (breaks) throw new Error('No such step.');
    return <Heading>Whole again</Heading>;
  }

  const views = (start: string) =>
    createMemoryRouter(
      [
        {
          path: '/',
          element: (
            <>
              <nav>
                <Link to={`/riders/${RIDER_ID}/zones`}>To the zones</Link>
                <Link to="/broken">To what is broken</Link>
              </nav>
              <Outlet />
            </>
          ),
          children: [
            { path: 'riders', element: <Heading>Riders</Heading> },
            { path: 'riders/:riderId/zones', element: <Heading>Zone ladder</Heading> },
            { path: 'broken', element: <Breakable />, ErrorBoundary: ViewBroke },
          ],
        },
      ],
      { initialEntries: [start] },
    );
  const show = (start: string) =>
    render(
      <Provider store={makeStore()}>
        <RouterProvider router={views(start)} />
      </Provider>,
    );

  it('the window is named by view and rider, and the heading takes the focus', async () => {
    fakeServer(server);
    show('/riders');
    await waitFor(() => expect(document.title).toBe('Riders · Uphill Count'));
    await user.click(screen.getByRole('link', { name: 'To the zones' }));
    const heading = await screen.findByRole('heading', { name: 'Zone ladder' });
    expect(document.activeElement).toBe(heading);
    await waitFor(() => expect(document.title).toBe('Zone ladder · Ines Okafor · Uphill Count'));
  });

  it('a view that breaks takes nothing else with it, and can be tried again', async () => {
    fakeServer(server);
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    show('/riders');
    breaks = true;
    await user.click(screen.getByRole('link', { name: 'To what is broken' }));
    expect(await screen.findByRole('heading', { name: 'This view broke' })).toBeDefined();
    expect(screen.getByRole('link', { name: 'To the zones' })).toBeDefined();
    breaks = false;
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByRole('heading', { name: 'Whole again' })).toBeDefined();
    vi.restoreAllMocks();
  });
});
