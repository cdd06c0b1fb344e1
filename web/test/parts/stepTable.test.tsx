import { cleanup, render, screen, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { type Plan, rowsOf } from '@uphill/core/sessions';
import { useState } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeStore } from '../../src/app/makeStore.ts';
import { StepTable } from '../../src/features/sessions/StepTable.tsx';
import { changeKeys } from '../../src/shared/keys/settings.ts';
import { riderOnDay } from '../../src/shared/riderOnDay.ts';
import { EIGHTS, fakeServer, INES } from './support.tsx';

let plan: Plan;

function Table() {
  const [now, setNow] = useState(EIGHTS);
  const [row, setRow] = useState<string | null>('work');
  plan = now;
  return (
    <StepTable
      plan={now}
      rider={riderOnDay(INES, '2026-11-25')}
      problems={[]}
      edit={(change) => setNow(change)}
      row={row}
      setRow={setRow}
    />
  );
}

const ids = () => rowsOf(plan).map(({ step }) => step.id);
const reps = () => rowsOf(plan).find(({ sets }) => sets.length > 0)?.sets[0]?.reps;

describe('the table of steps, by keyboard', () => {
  const user = userEvent.setup();
  beforeEach(async () => {
    fakeServer({ 'GET /hills': () => ({ body: [] }) });
    changeKeys({ on: true, changed: {} });
    render(
      <Provider store={makeStore()}>
        <Table />
      </Provider>,
    );
    await user.keyboard('b');
  });
  afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
  });
  const cell = () => document.activeElement?.closest('[data-cell]')?.getAttribute('data-cell');

  it('arrows move, Enter edits, Enter commits and Esc leaves a cell as it was', async () => {
    expect(cell()).toBe('1.time');
    await user.keyboard('{ArrowUp}');
    expect(cell()).toBe('0.time');
    await user.keyboard('{Enter}{Control>}a{/Control}20:00{Enter}');
    expect(rowsOf(plan)[0]?.step.length).toEqual({ kind: 'time', seconds: 1200 });
    await user.keyboard('{F2}{Control>}a{/Control}3:00{Escape}');
    expect(rowsOf(plan)[0]?.step.length).toEqual({ kind: 'time', seconds: 1200 });
    await user.keyboard('{End}');
    expect(cell()?.startsWith('0.')).toBe(true);
  });

  it('rows are added, doubled, moved, made sets of and removed', async () => {
    const before = ids();
    await user.keyboard('{ArrowUp}i');
    expect(ids()).toHaveLength(before.length + 1);
    await user.keyboard('d');
    expect(ids()).toHaveLength(before.length + 2);
    await user.keyboard('{Delete}{ArrowUp}{Delete}');
    expect(ids()).toEqual(before);
    await user.keyboard('{ArrowUp}{ArrowUp}o');
    expect(rowsOf(plan)[0]?.sets).toHaveLength(1);
    await user.keyboard('{Shift>}O{/Shift}');
    expect(rowsOf(plan)[0]?.sets).toHaveLength(0);
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
    expect(ids()[0]).not.toBe(before[0]);
  });

  it('plus and minus are one rep, as keyboards produce them', async () => {
    await user.keyboard('{Shift>}+{/Shift}');
    expect(reps()).toBe(5);
    await user.keyboard('--');
    expect(reps()).toBe(3);
  });

  it('single keys off, letters do nothing and arrows still move', async () => {
    changeKeys({ on: false });
    const before = ids();
    await user.keyboard('ido+');
    expect([ids(), reps()]).toEqual([before, 4]);
    await user.keyboard('{ArrowUp}');
    expect(cell()).toBe('0.time');
    const bar = screen.getByRole('toolbar', { name: 'The chosen row' });
    await user.click(within(bar).getByRole('button', { name: 'Duplicate' }));
    expect(ids()).toHaveLength(before.length + 1);
  });
});
