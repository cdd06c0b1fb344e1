import type { Plan, RiderOnDay } from '@uphill/core/sessions';
import Dropdown from 'react-bootstrap/Dropdown';
import { MenuButton } from '../../ui/MenuItem.tsx';
import { saveFile } from '../../shared/saveFile.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { noticed } from '../../shared/viewSlice.ts';

/** The session as a file in an open format, and what that format could not carry. */
export function TakeAlong({ plan, rider }: { plan: Plan; rider: RiderOnDay }) {
  const dispatch = useAppDispatch();
  const name = fileName(plan.name || 'session');
  const told = (kind: string, lost: readonly string[]): void =>
    void dispatch(
      noticed(
        lost.length === 0
          ? `Saved as ${kind}; it carries all of the session.`
          : `Saved as ${kind}. ${lost.join(' ')}`,
      ),
    );
  const save = async (kind: 'json' | 'csv' | 'fit'): Promise<void> => {
    const { writeSessionCsv, writeSessionsJson, writeWorkoutFit } =
      await import('@uphill/core/formats');
    if (kind === 'json') {
      saveFile(`${name}.json`, writeSessionsJson([plan]));
      told('JSON', []);
      return;
    }
    const { file, lost } =
      kind === 'csv'
        ? writeSessionCsv(plan, rider)
        : writeWorkoutFit(plan, new Date().toISOString());
    saveFile(`${name}.${kind}`, file);
    told(kind.toUpperCase(), lost);
  };
  return (
    <Dropdown>
      <Dropdown.Toggle variant="outline-secondary">Export</Dropdown.Toggle>
      <Dropdown.Menu>
        <MenuButton onClick={() => void save('json')}>JSON, all of it</MenuButton>
        <MenuButton onClick={() => void save('csv')}>
          CSV, timed steps in {rider.firstName}’s watts
        </MenuButton>
        <MenuButton onClick={() => void save('fit')}>FIT workout</MenuButton>
      </Dropdown.Menu>
    </Dropdown>
  );
}

/** A name as files have it everywhere. */
function fileName(name: string): string {
  return (
    name
      .normalize('NFKD')
      .replace(/[^\w]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .toLowerCase()
      .slice(0, 60) || 'session'
  );
}
