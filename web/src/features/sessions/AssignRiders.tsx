import type { Rider } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { lastChoice } from './useAssigning.ts';

interface Props {
  readonly riders: readonly Rider[];
  /** The rider whose page this is. */
  readonly first: string;
  readonly chosen: readonly string[];
  readonly choose: (riders: readonly string[]) => void;
}

/** Whom a session is for: by full names, all of them, or those of last time. */
export function AssignRiders({ riders, first, chosen, choose }: Props) {
  const [last] = useState(() =>
    lastChoice().filter((id) => riders.some((rider) => rider.id === id)),
  );
  const all = riders.map(({ id }) => id);
  const one = riders.find(({ id }) => id === first);
  return (
    <fieldset className="assign-riders">
      <legend className="h3">To whom</legend>
      <div className="assign-names">
        {riders.map(({ id, name }) => (
          <Form.Check
            key={id}
            id={`assign-${id}`}
            label={name}
            checked={chosen.includes(id)}
            onChange={() =>
              choose(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id])
            }
          />
        ))}
      </div>
      <div className="d-flex gap-3">
        <Button size="sm" variant="link" className="p-0" onClick={() => choose(all)}>
          All
        </Button>
        {one && (
          <Button size="sm" variant="link" className="p-0" onClick={() => choose([first])}>
            Only {one.name}
          </Button>
        )}
        {last.length > 0 && (
          <Button size="sm" variant="link" className="p-0" onClick={() => choose(last)}>
            As last time (
            {last.length === 1
              ? riders.find(({ id }) => id === last[0])?.name
              : `${last.length} riders`}
            )
          </Button>
        )}
      </div>
    </fieldset>
  );
}
