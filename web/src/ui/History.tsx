import { type ReactNode, useState } from 'react';
import Button from 'react-bootstrap/Button';

interface Props<T> {
  readonly of: readonly T[];
  /** How many are shown until all are asked for. */
  readonly most: number;
  /** One line of the list, with its key. */
  readonly children: (entry: T) => ReactNode;
}

/** A list with the newest first: the first lines, and all of them when asked. */
export function History<T>({ of, most, children }: Props<T>) {
  const [all, setAll] = useState(false);
  return (
    <>
      <ul className="history">{(all ? of : of.slice(0, most)).map(children)}</ul>
      {!all && of.length > most && (
        <Button variant="link" className="px-0" onClick={() => setAll(true)}>
          Show all {of.length}
        </Button>
      )}
    </>
  );
}
