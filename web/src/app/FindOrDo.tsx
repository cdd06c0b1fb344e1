import { type KeyboardEvent, useState } from 'react';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { type Findable, useFindables } from './useFindables.ts';
import { finderToggled } from '../shared/viewSlice.ts';

const MOST_SHOWN = 12;

/** Find any rider, station or session, or do any action, by typing parts of its name. */
export function FindOrDo() {
  const open = useAppSelector((state) => state.view.finderOpen);
  const dispatch = useAppDispatch();
  return (
    <Modal
      show={open}
      onHide={() => dispatch(finderToggled(false))}
      animation={false}
      aria-label="Find or do"
    >
      {open && <Finder close={() => dispatch(finderToggled(false))} />}
    </Modal>
  );
}

function Finder({ close }: { close: () => void }) {
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState(0);
  const found = matching(useFindables(), typed);
  const go = (item: Findable | undefined): void => {
    if (!item) return;
    close();
    item.run();
  };
  const onKey = (event: KeyboardEvent): void => {
    let by: number;
    if (event.key === 'ArrowDown') by = 1;
    else if (event.key === 'ArrowUp') by = -1;
    else by = 0;
    if (by !== 0) {
      event.preventDefault();
      setChosen((chosen + by + found.length) % Math.max(1, found.length));
    }
    if (event.key === 'Enter') go(found[chosen]);
  };
  return (
    <Modal.Body>
      <Form.Control
        autoFocus
        type="text"
        role="combobox"
        aria-label="Find a rider, a station or a session, or do something"
        aria-expanded
        aria-controls="found"
        aria-activedescendant={found[chosen] ? `found-${chosen}` : undefined}
        placeholder="A rider, a station, a session, an action"
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          setChosen(0);
        }}
        onKeyDown={onKey}
      />
      <ul id="found" role="listbox" aria-label="Found" className="found">
        {found.map((item, index) => (
          <li
            key={item.key}
            id={`found-${index}`}
            role="option"
            aria-selected={index === chosen}
            onPointerMove={() => setChosen(index)}
            onClick={() => go(item)}
          >
            <span>{item.name}</span>
            <span className="soft small">{item.kind}</span>
          </li>
        ))}
      </ul>
      {found.length === 0 && (
        <p className="soft mb-0">
          No rider, page, session or action goes by that. Try a name, or a word such as zones or
          import.
        </p>
      )}
    </Modal.Body>
  );
}

/** Every word typed has to stand somewhere in the name or kind; names that begin with what was typed come first. */
function matching(items: readonly Findable[], typed: string): Findable[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = items.filter(({ name, kind }) =>
    words.every((word) => `${name} ${kind}`.toLowerCase().includes(word)),
  );
  const first = (item: Findable): number =>
    item.name.toLowerCase().startsWith(words[0] ?? '') ? 0 : 1;
  return fits.sort((a, b) => first(a) - first(b)).slice(0, MOST_SHOWN);
}
