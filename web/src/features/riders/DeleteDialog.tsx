import type { Deletion, Rider } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { printDay } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { useAct } from '../../shared/useAct.ts';
import { noticed } from '../../shared/viewSlice.ts';
import { Field } from '../../ui/Field.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';

/** Says what goes and what stays in copies; the name has to be typed before anything does. */
export function DeleteDialog({ rider, close }: { rider: Rider; close: () => void }) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { data: goes } = ridersApi.useDeletionQuery(rider.id);
  const [remove, { isLoading }] = ridersApi.useDeleteRiderMutation();
  const { act, problem } = useAct();
  const { register, handleSubmit, control } = useForm({ defaultValues: { name: '' } });
  const name = useWatch({ control, name: 'name' });
  const go = async (typed: { name: string }): Promise<void> => {
    const gone = await act(() => remove({ id: rider.id, version: rider.version, ...typed }));
    if (!gone) return;
    forgetHere(gone.ids);
    dispatch(noticed(`${rider.name} is deleted.`));
    void navigate('/riders');
  };
  return (
    <Modal show onHide={close} animation={false} aria-labelledby="delete-title">
      <Form noValidate onSubmit={(event) => void handleSubmit(go)(event)}>
        <Modal.Header closeButton>
          <Modal.Title id="delete-title" as="h1" className="h2">
            Delete {rider.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {goes ? <WhatGoes goes={goes} first={firstName(rider.name)} /> : <Loading />}
          <ProblemNote problem={problem} />
          <Field label={`Type ${rider.name} to delete`}>
            {(field) => <Form.Control {...field} autoComplete="off" {...register('name')} />}
          </Field>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={close}>
            Cancel
          </Button>
          <Button type="submit" disabled={isLoading || name.trim() === ''}>
            Delete for good
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}

function WhatGoes({ goes, first }: { goes: Deletion; first: string }) {
  return (
    <>
      <p>
        This is final: undo does not bring it back. {countsIn(goes.counts)} go, with {first}’s
        files, FTPs, zones, health screens and notes.
      </p>
      <p className="soft">{copiesIn(goes, first)}</p>
    </>
  );
}

function countsIn({ tests, rides, days, testDays }: Deletion['counts']): string {
  const count = (many: number, noun: string): string => `${many} ${noun}${many === 1 ? '' : 's'}`;
  return [
    count(tests, 'test'),
    count(rides, 'ride'),
    count(days, 'day'),
    ...(testDays > 0 ? [count(testDays, 'test day')] : []),
  ]
    .join(', ')
    .replace(/, ([^,]*)$/, ' and $1');
}

function copiesIn({ copiesUntil, otherCopies }: Deletion, first: string): string {
  const says: string[] = [];
  if (copiesUntil !== null)
    says.push(
      `The automatic copies made before today hold ${first} until ${printDay(copiesUntil)} at the latest.`,
    );
  if (otherCopies.length > 0) {
    const named = otherCopies.slice(0, 4).join(', ');
    const more = otherCopies.length > 4 ? ` and ${otherCopies.length - 4} more` : '';
    says.push(`These stay until you delete them from the folder of your data: ${named}${more}.`);
  }
  return says.length === 0 ? `No copy holds ${first}.` : says.join(' ');
}

/** Lets go of what this device kept of the rider: test days and rides under way. */
function forgetHere(ids: readonly string[]): void {
  const gone = new Set(ids);
  for (const key of Object.keys(localStorage))
    if (key.startsWith('uphill.') && gone.has(key.slice(key.lastIndexOf('.') + 1)))
      localStorage.removeItem(key);
}
