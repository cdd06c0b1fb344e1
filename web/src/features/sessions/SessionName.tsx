import { nameFromSets, type Plan } from '@uphill/core/sessions';
import { useState } from 'react';
import { tooLong } from '../../ui/tooLong.ts';
import { useLastWords } from '../../ui/useLastWords.ts';
import type { EditPlan } from './draftSlice.ts';
import { Heading } from '../../ui/Heading.tsx';

const LONGEST_NAME = 120;

/** The session's name, edited in place; emptied, it follows the sets again. */
export function SessionName(props: { plan: Plan; edit: EditPlan }) {
  // A name that changes from elsewhere (undo, or the sets it follows) starts the field anew.
  return <NameField key={props.plan.name} {...props} />;
}

function NameField({ plan, edit }: { plan: Plan; edit: EditPlan }) {
  const [typed, setTyped] = useState(plan.name);
  const commit = (): void => {
    const name = typed.trim();
    if (name === plan.name || tooLong(name, LONGEST_NAME)) return;
    const follows = name === '' || name === nameFromSets(plan);
    edit((now) => ({ ...now, name, nameFollows: follows }), {
      done: follows ? 'the name follows the sets' : `named ${name}`,
      undone: `${plan.name} is its name again`,
    });
    if (follows) setTyped(nameFromSets(plan));
  };
  useLastWords(commit);
  return (
    <Heading name={plan.name || 'New session'} className="session-name">
      <span className="grows" data-words={typed}>
        <input
          aria-label="Name of the session"
          value={typed}
          size={1}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Escape') setTyped(plan.name);
          }}
        />
      </span>
      {tooLong(typed.trim(), LONGEST_NAME) && (
        <span className="field-error d-block" role="alert">
          {tooLong(typed.trim(), LONGEST_NAME)}
        </span>
      )}
    </Heading>
  );
}
