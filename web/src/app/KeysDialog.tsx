import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import Table from 'react-bootstrap/Table';
import { changeKeys, KEY_RULES, keyOf, useKeySettings } from '../shared/keys.ts';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { keysToggled } from '../shared/viewSlice.ts';

const FIXED: readonly (readonly [key: string, does: string])[] = [
  ['Ctrl/⌘ Z · Shift Z', 'Undo · redo'],
  ['Ctrl/⌘ K', 'Find or do, also from inside a field'],
  ['Enter · Esc on a dotted figure', 'Open its working · give the focus back'],
];

const WORKSHOP: readonly (readonly [key: string, does: string])[] = [
  ['T · B · P', 'To the sentence · the table · the road'],
  ['Enter · Esc in the sentence', 'Commit it · as it was'],
  ['Alt ↓ in the sentence', 'Other readings'],
  ['[ · ]', 'One rung easier · harder'],
  ['On the road: arrows', 'Choose a step'],
  ['On the road: Shift ← → · Shift ↑ ↓', 'Its time · its target; with Alt of this rep alone'],
  ['On the road: Space', 'Lift it; arrows move it, Space drops it, Esc returns it'],
  ['Arrows', 'Move through the table'],
  ['Enter or F2 · Esc', 'Edit a cell · leave it as it was'],
  ['I', 'A step below'],
  ['D', 'Duplicate'],
  ['Delete', 'Remove the step'],
  ['O · Shift O', 'Make a set · open it'],
  ['+ · −', 'One rep more · one fewer'],
  ['Alt ↑ · Alt ↓', 'Move the step'],
  ['G · Ctrl/⌘ Enter', 'Assign it'],
];

/** Every key, which of them can be changed, and the switch that turns single keys off. */
export function KeysDialog() {
  const open = useAppSelector((state) => state.view.keysOpen);
  const dispatch = useAppDispatch();
  const settings = useKeySettings();
  const close = (): void => void dispatch(keysToggled(false));
  return (
    <Modal show={open} onHide={close} animation={false} aria-labelledby="keys-title" scrollable>
      <Modal.Header closeButton>
        <Modal.Title id="keys-title" as="h1" className="h2">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <Form.Check
          type="switch"
          id="keys-on"
          label="Single keys work outside fields"
          checked={settings.on}
          onChange={({ target }) => changeKeys({ on: target.checked })}
          className="mb-3"
        />
        <h2 className="h3">Anywhere</h2>
        <Table size="sm">
          <tbody>
            {KEY_RULES.map(({ action, does }) => (
              <tr key={action}>
                <td>
                  <Form.Control
                    size="sm"
                    className="key-field"
                    aria-label={`Key for: ${does}`}
                    value={keyOf(action)}
                    maxLength={1}
                    onFocus={({ target }) => target.select()}
                    onChange={({ target }) => {
                      const key = target.value.slice(-1);
                      const taken = KEY_RULES.some(
                        (rule) => rule.action !== action && keyOf(rule.action) === key,
                      );
                      if (key.trim() !== '' && !taken)
                        changeKeys({ changed: { ...settings.changed, [action]: key } });
                    }}
                  />
                </td>
                <td>{does}</td>
              </tr>
            ))}
            <KeyRows rows={FIXED} />
          </tbody>
        </Table>
        <h2 className="h3">In the workshop</h2>
        <Table size="sm">
          <tbody>
            <KeyRows rows={WORKSHOP} />
          </tbody>
        </Table>
        <Button variant="outline-secondary" size="sm" onClick={() => changeKeys({ changed: {} })}>
          Back to the standard keys
        </Button>
      </Modal.Body>
    </Modal>
  );
}

function KeyRows({ rows }: { rows: readonly (readonly [string, string])[] }) {
  return rows.map(([key, does]) => (
    <tr key={key}>
      <td className="text-nowrap">
        <kbd>{key}</kbd>
      </td>
      <td>{does}</td>
    </tr>
  ));
}
