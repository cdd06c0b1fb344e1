import { nameFromSets, type Plan } from '@uphill/core';
import { useEffect, useState } from 'react';
import type { EditName } from './draftSlice.ts';

/** The session's name, edited in place; emptied, it follows the sets again. */
export function SessionName({ plan, edit }: { plan: Plan; edit: (plan: Plan, name: EditName) => void }) {
  const [typed, setTyped] = useState(plan.name);
  useEffect(() => setTyped(plan.name), [plan.name]);
  const commit = (): void => {
    const name = typed.trim().slice(0, 120);
    if (name === plan.name) return;
    const follows = name === '' || name === nameFromSets(plan);
    edit({ ...plan, name, nameFollows: follows }, { done: follows ? 'the name follows the sets' : `named ${name}`, undone: `${plan.name} is its name again` });
    if (follows) setTyped(nameFromSets(plan));
  };
  return (
    <h1 className="session-name">
      <input
        aria-label="Name of the session"
        value={typed}
        maxLength={120}
        size={Math.min(60, Math.max(12, typed.length))}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setTyped(plan.name);
        }}
      />
    </h1>
  );
}
