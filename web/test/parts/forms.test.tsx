import type { Day, Rider } from '@uphill/api';
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeStore } from '../../src/app/makeStore.ts';
import { Fixtures } from '../../src/features/riders/Fixtures.tsx';
import { Mark } from '../../src/features/sessions/day/Mark.tsx';
import { SchemeEditor } from '../../src/features/zones/schemes/SchemeEditor.tsx';
import { EIGHTS, fakeServer, INES, RIDER_ID } from './support.tsx';

const DAY = {
  id: '8e4a0d65-4e4e-4e4e-8e4e-4e4e4e4e4e4e',
  riderId: RIDER_ID,
  date: '2026-01-05',
  state: 'done',
  rpe: 6,
  reason: null,
  minutes: null,
  rides: [],
  note: 'as planned',
  plan: EIGHTS,
  version: 3,
} as unknown as Day;

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('how a day went', () => {
  const user = userEvent.setup();

  it('follows what is stored, by whomever it was changed, and keeps what is being typed', async () => {
    const server = fakeServer({
      [`PUT /days/${DAY.id}/mark`]: ({ body }) => ({
        body: { ...DAY, note: body.note, version: 4 },
      }),
    });
    const store = makeStore();
    const at = (day: Day) => (
      <Provider store={store}>
        <Mark day={day} />
      </Provider>
    );
    const page = render(at(DAY));
    const note = screen.getByLabelText<HTMLTextAreaElement>('Note');
    const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
    expect(save.disabled).toBe(true);
    await user.type(note, ', then some');
    await user.click(save);
    await waitFor(() => expect(server.asked.at(-1)?.body.note).toBe('as planned, then some'));
    page.rerender(at({ ...DAY, note: 'as planned, then some', version: 4 }));
    await waitFor(() => expect(save.disabled).toBe(true));
    // Undone: what stood before is shown again.
    page.rerender(at({ ...DAY, version: 5 }));
    await waitFor(() => expect(note.value).toBe('as planned'));
    await user.type(note, '!');
    page.rerender(at({ ...DAY, rpe: 7, version: 6 }));
    expect(note.value).toBe('as planned!');
    expect(screen.getByRole('button', { name: /^7/, pressed: true })).toBeDefined();
  });
});

describe('a form over something that others change, too', () => {
  const user = userEvent.setup();
  const FIXTURE = {
    ...{ id: DAY.id, name: 'Club ride', weekday: 4, kind: 'group', minutes: 90, rpe: 5 },
    ...{ from: '2026-01-05', to: null, squad: false, version: 1 },
  };
  const withFixture = (over: object) =>
    ({ ...INES, fixtures: [{ ...FIXTURE, ...over }] }) as unknown as Rider;
  /** Shows the fixture, and gives what shows it as somebody else has made it. */
  const show = () => {
    const store = makeStore();
    const at = (over: object) => (
      <Provider store={store}>
        <Fixtures rider={withFixture(over)} />
      </Provider>
    );
    const page = render(at({}));
    return (over: object) => page.rerender(at(over));
  };

  it('takes in what others change around what is typed, and says so where it is the same field', async () => {
    const server = fakeServer({
      [`PUT /riders/${RIDER_ID}/fixtures/${FIXTURE.id}`]: () => ({ body: withFixture({}) }),
    });
    const follow = show();
    await user.click(screen.getByRole('button', { name: 'Change Club ride' }));
    const name = screen.getByLabelText<HTMLInputElement>('What');
    const weekday = screen.getByLabelText<HTMLSelectElement>('Weekday');
    await user.type(name, ', hilly');
    follow({ weekday: 2, version: 2 });
    await waitFor(() => expect(weekday.value).toBe('2'));
    expect(name.value).toBe('Club ride, hilly');
    expect(screen.queryByRole('alert')).toBeNull();
    follow({ name: 'Chain gang', weekday: 2, version: 3 });
    expect((await screen.findByRole('alert')).textContent).toMatch(/^Changed elsewhere/);
    expect(name.value).toBe('Club ride, hilly');
    await user.click(screen.getByRole('button', { name: 'Save it' }));
    await waitFor(() =>
      expect(server.asked.at(-1)?.body).toMatchObject({
        ...{ version: 3, name: 'Club ride, hilly', weekday: 2 },
      }),
    );
  });

  it('lets go of what was typed where theirs is taken', async () => {
    const follow = show();
    await user.click(screen.getByRole('button', { name: 'Change Club ride' }));
    await user.type(screen.getByLabelText('What'), ', hilly');
    follow({ name: 'Chain gang', version: 2 });
    await user.click(await screen.findByRole('button', { name: 'Take theirs' }));
    expect(screen.getByLabelText<HTMLInputElement>('What').value).toBe('Chain gang');
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

describe('a scheme of one’s own', () => {
  const user = userEvent.setup();
  beforeEach(() => localStorage.clear());
  const START = {
    name: '',
    anchor: 'ftp' as const,
    overlaps: false,
    bands: [
      { name: 'Easy', fromPercent: 0, toPercent: 75, trains: '' },
      { name: 'Hard', fromPercent: 75, toPercent: null, trains: '' },
    ],
  };
  const open = (close = vi.fn()) =>
    render(
      <Provider store={makeStore()}>
        <SchemeEditor scheme={null} start={START} taken={[]} close={close} />
      </Provider>,
    );
  const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);

  it('grows by a band, loses one, and is kept on the device until it is stored', async () => {
    const { asked } = fakeServer({
      'POST /schemes': ({ body }) => ({ body: { ...body, id: DAY.id, version: 1 } }),
    });
    open();
    await user.type(field('Name'), 'Club');
    await user.click(screen.getByRole('button', { name: 'Add a band above' }));
    expect([field('To %, band 2').value, field('From %, band 3').value]).toEqual(['85', '85']);
    await user.type(field('Name, band 3'), 'Hardest');
    cleanup();
    const closed = vi.fn();
    open(closed);
    expect(field('Name, band 3').value).toBe('Hardest');
    await user.click(screen.getByRole('button', { name: 'Remove band 2' }));
    expect(screen.getAllByRole('alert').length).toBeGreaterThan(0);
    await user.clear(field('From %, band 2'));
    await user.type(field('From %, band 2'), '75');
    await user.click(screen.getByRole('button', { name: 'Save the scheme' }));
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(asked.at(-1)?.body.bands.map(({ name }: { name: string }) => name)).toEqual([
      'Easy',
      'Hardest',
    ]);
    act(() => cleanup());
    open();
    expect(field('Name').value).toBe('');
  });
});
