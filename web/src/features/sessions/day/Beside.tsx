import { noteOf, type Plan } from '@uphill/core/sessions';
import { printCarbohydrate } from '@uphill/core/fuel';
import type { Worked } from '@uphill/core/working';

/** What to know beside the steps: where, on what, how it should feel, what to eat, and the coach's note. */
export function Beside({ plan, carbs }: { plan: Plan; carbs: Worked | null }) {
  const eaten = carbs ? printCarbohydrate(carbs) : undefined;
  const { watch, own } = noteOf(plan);
  const facts: readonly (readonly [string, string | undefined])[] = [
    ['Where', plan.place === 'any' ? undefined : plan.place],
    ['Trainer', plan.trainer],
    ['With', plan.equipment],
    ['Carbohydrate', plan.unfuelled ? 'unfuelled on purpose' : eaten],
    ['How it should feel', plan.feel],
    ['Watch', watch],
    ['Note', own],
  ];
  const said = facts.filter((fact): fact is readonly [string, string] => Boolean(fact[1]));
  if (said.length === 0) return null;
  return (
    <dl className="beside">
      {said.map(([name, text]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}
