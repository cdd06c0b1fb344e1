import type { Rider } from '@uphill/api';
import { Link } from 'react-router';
import { hillsApi } from '../../shared/api/hills.ts';
import { printAge, printDay, today } from '../../shared/dates.ts';
import { goalWords } from '../../shared/goalWords.ts';

/** The goals still to come, each with its rank and what it demands. */
export function SeasonGoals({ rider }: { rider: Rider }) {
  const { data: hills = [] } = hillsApi.useHillsQuery();
  const toCome = rider.goals
    .filter(({ date }) => date >= today())
    .sort((one, other) => one.date.localeCompare(other.date));
  return (
    <section className="sheet" aria-labelledby="season-goals-title">
      <h2 id="season-goals-title">Goals</h2>
      {toCome.length === 0 && <p className="soft">None to come.</p>}
      <ul className="season-goals">
        {toCome.map((goal) => (
          <li key={goal.id}>
            {goal.name}, {printDay(goal.date)}, {printAge(goal.date)}
            <span className="soft small d-block">{goalWords(goal, hills)}</span>
          </li>
        ))}
      </ul>
      <Link to={`/riders/${rider.id}`}>Goals on the rider’s page</Link>
    </section>
  );
}
