import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import Table from 'react-bootstrap/Table';
import {
  FOCUSED,
  KEY_IDS,
  KEY_PLACES,
  type KeyId,
  type KeyPlace,
  keyRule,
  printKey,
} from '../shared/keys/rules.ts';
import { changeKeys, characterOf, takenBy, useKeySettings } from '../shared/keys/settings.ts';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { keysToggled } from '../shared/viewSlice.ts';

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
        {KEY_PLACES.map((place) => (
          <PlaceKeys key={place} place={place} />
        ))}
        <Button variant="outline-secondary" size="sm" onClick={() => changeKeys({ changed: {} })}>
          Back to the standard keys
        </Button>
      </Modal.Body>
    </Modal>
  );
}

function PlaceKeys({ place }: { place: KeyPlace }) {
  return (
    <>
      <h2 className="h3 mt-3">{place}</h2>
      <Table size="sm">
        <tbody>
          {KEY_IDS.filter((id) => keyRule(id).place === place).map((id) => (
            <tr key={id}>
              <td className="w-50">
                {keyRule(id).own ? <OwnKey id={id} /> : <kbd>{printKey(id)}</kbd>}
              </td>
              <td>{keyRule(id).does}</td>
            </tr>
          ))}
          {FOCUSED.filter(([where]) => where === place).map(([, keys, does]) => (
            <tr key={keys}>
              <td className="w-50">
                <kbd>{keys}</kbd>
              </td>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

/** A key that can be changed: the character typed is the key, unless it does something else already. */
function OwnKey({ id }: { id: KeyId }) {
  const { changed } = useKeySettings();
  const [taken, setTaken] = useState<string | null>(null);
  const { does } = keyRule(id);
  return (
    <>
      <Form.Control
        size="sm"
        className="key-field"
        aria-label={`Key for: ${does}`}
        value={characterOf(id)}
        maxLength={1}
        isInvalid={taken !== null}
        aria-describedby={taken === null ? undefined : `key-${id}-taken`}
        onFocus={({ target }) => target.select()}
        onBlur={() => setTaken(null)}
        onChange={({ target }) => {
          const character = target.value.slice(-1);
          if (character.trim() === '') return;
          const other = takenBy(character, id);
          setTaken(other ? `"${character}" is: ${keyRule(other).does}.` : null);
          if (!other) changeKeys({ changed: { ...changed, [id]: character } });
        }}
      />
      {taken && (
        <span id={`key-${id}-taken`} className="field-error" role="alert">
          {taken}
        </span>
      )}
    </>
  );
}
