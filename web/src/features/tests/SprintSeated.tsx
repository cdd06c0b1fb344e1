import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { postureWords, type Seated } from './typed.ts';

/** How the sprint was ridden, which no sensor tells: its peak counts only seated and in one gear. */
export function SprintSeated({
  seated,
  change,
}: {
  seated: Seated;
  change: (seated: Seated) => void;
}) {
  return (
    <Field label="The sprint was ridden">
      {(control) => (
        <Form.Select
          {...control}
          value={postureWords(seated)}
          onChange={({ target }) => change(target.value === '' ? null : target.value === 'seated')}
        >
          <option value="">not noted</option>
          <option value="seated">seated, no shift</option>
          <option value="standing">standing, or with a shift</option>
        </Form.Select>
      )}
    </Field>
  );
}
