import { type Goal, laidOutParts, type Layout, type Rider, type Season } from '@uphill/api';
import {
  firstMonday,
  type LaidOut,
  mondayOf,
  plus,
  STRENGTH_WEEKS,
  type Template,
  templateForWeeks,
  TEMPLATES,
  weeksToGoal,
} from '@uphill/core/season';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { layoutsApi } from '../../../shared/api/layouts.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { seasonApi } from '../../../shared/api/season.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { Heading } from '../../../ui/Heading.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { WithRider } from '../../../ui/WithRider.tsx';
import { Morning } from '../Morning.tsx';
import { SeasonChart } from '../SeasonChart.tsx';
import { OwnTemplates } from './OwnTemplates.tsx';
import { Preview } from './Preview.tsx';
import { SeasonFiles } from './SeasonFiles.tsx';
import { TaperRows } from './TaperRows.tsx';
import { useLayout } from './useLayout.ts';
import { mondaysFrom, standingIn, useLayoutRequest } from './useLayoutRequest.ts';

const WEEKS_BEHIND = 16;
/** Weeks at hand without a goal; with one as many as it takes, to the furthest that a forecast reaches. */
const WEEKS_AHEAD = 32;
const FURTHEST_WEEKS = 53;
/** So many of what is kept are named. */
const SHOWN = 8;

/** A season laid out: template and goal, the whole of it before accepting, then stored as one step. */
export function LayoutPage() {
  return <WithRider>{(rider) => <LayoutOf rider={rider} />}</WithRider>;
}

function LayoutOf({ rider }: { rider: Rider }) {
  const chosen = useChosen(rider);
  const { template, goal, from, taperDays, replace } = chosen;
  const ahead = goal ? Math.max(WEEKS_AHEAD, weeksTo(goal.date) + 3) : WEEKS_AHEAD;
  const monday = mondayOf(today());
  const {
    data: season,
    currentData,
    error,
  } = seasonApi.useSeasonQuery({
    riderId: rider.id,
    from: plus(monday, -7 * WEEKS_BEHIND),
    to: plus(monday, 7 * ahead + 6),
  });
  const numbers = useRiderNumbers(rider, today());
  const request = useLayoutRequest(rider, season, numbers, chosen);
  const { found, working } = useLayout(request);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!season) return <Loading />;
  const laidOut = found?.laidOut ?? null;
  const toGo = goal ? `${weeksToGoal(from, goal.date).weeks} weeks to ${goal.name}` : '';
  return (
    <>
      <div className="title-row">
        <Heading>Lay out the season</Heading>
        <span className="soft" role="status">
          {working ? 'Laying it out …' : toGo}
        </span>
        <span className="ms-auto d-flex flex-wrap gap-2">
          <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/season`}>
            Cancel
          </Link>
          <Accept {...{ rider, season, laidOut, template, goal, from, replace }} ready={!working} />
        </span>
      </div>
      <div className="columns columns-top">
        <div className="week-steps">
          <section className="sheet" aria-label="What to lay out">
            <Choices chosen={chosen} />
            {chosen.tooFar.map(({ id, name, date }) => (
              <p key={id} className="soft">
                {name} is on {printDay(date)}: over a year away nothing is laid out yet.
              </p>
            ))}
            {found?.refusal && <p className="want mb-0">{found.refusal}</p>}
            {laidOut && (
              <ul className="layout-says" aria-label="What to know">
                {laidOut.says.map((each) => (
                  <li key={each}>{each}</li>
                ))}
              </ul>
            )}
            <Kept {...{ season, from, replace }} setReplace={chosen.setReplace} />
          </section>
          {laidOut && (
            <section className="sheet" aria-labelledby="layout-weeks-title">
              <h2 id="layout-weeks-title">The weeks</h2>
              <Preview laidOut={laidOut} />
            </section>
          )}
          <OwnTemplates season={season} />
          <SeasonFiles rider={rider} season={season} />
        </div>
        {laidOut && <Beside laidOut={laidOut} days={taperDays} choose={chosen.setTaperDays} />}
      </div>
    </>
  );
}

interface BesideProps {
  readonly laidOut: LaidOut;
  readonly days: number | undefined;
  readonly choose: (days: number) => void;
}

/** What it does to the goal, and the lengths of the taper. */
function Beside({ laidOut: { season, taper }, days, choose }: BesideProps) {
  return (
    <div className="week-beside">
      <section className="sheet" aria-labelledby="layout-base-title">
        <h2 id="layout-base-title">{season.input.goal ? 'Base, to the goal' : 'Base'}</h2>
        <SeasonChart season={season} />
        <Morning season={season} />
      </section>
      {taper && (
        <section className="sheet" aria-labelledby="taper-title">
          <h2 id="taper-title">Taper</h2>
          <TaperRows taper={taper} days={days} choose={choose} />
        </section>
      )}
    </div>
  );
}

/** Template, goal and first week, as proposed until the coach says otherwise. */
function useChosen(rider: Rider) {
  const goals = useMemo(
    () =>
      rider.goals
        .filter(({ date }) => date > today() && weeksTo(date) <= FURTHEST_WEEKS)
        .sort((one, other) => one.date.localeCompare(other.date)),
    [rider.goals],
  );
  const [goalId, setGoalId] = useState(() => (mainOf(goals) ?? goals[0])?.id ?? 'none');
  const goal = goals.find(({ id }) => id === goalId) ?? null;
  const [from, setFrom] = useState(firstMonday(today()));
  const [search] = useSearchParams();
  const [templateId, setTemplateId] = useState(search.get('template'));
  const [taperDays, setTaperDays] = useState<number | undefined>();
  const [replace, setReplace] = useState(false);
  const [strengthDays, setStrengthDays] = useState<keyof typeof STRENGTH_WORDS>('0');
  const { data: own } = layoutsApi.useTemplatesQuery();
  const templates = useMemo(
    () => [...TEMPLATES, ...(own ?? []).map(({ template }) => template)],
    [own],
  );
  const proposed = proposedFor(goal, from);
  const template = templates.find(({ id }) => id === (templateId ?? proposed)) ?? FIRST;
  return {
    tooFar: rider.goals.filter(({ date }) => weeksTo(date) > FURTHEST_WEEKS),
    ...{ goals, goal, goalId, setGoalId, from, setFrom, template, templates, setTemplateId },
    ...{ proposed, taperDays, setTaperDays, replace, setReplace, strengthDays, setStrengthDays },
    strength: STRENGTH[strengthDays],
  };
}

/** How often strength stands in the weeks of its first two phases. */
const STRENGTH_WORDS = { '0': 'none', '1': 'once a week', '2': 'twice a week' } as const;
const WEEKS = { learnWeeks: STRENGTH_WEEKS.usual, heavyWeeks: STRENGTH_WEEKS.usual } as const;
const STRENGTH = { '0': null, '1': { days: 1, ...WEEKS }, '2': { days: 2, ...WEEKS } } as const;

const [FIRST] = TEMPLATES as readonly [Template, ...Template[]];

function proposedFor(goal: Goal | null, from: string): string {
  if (!goal) return 'base-month';
  return templateForWeeks(weeksToGoal(from, goal.date).weeks) ?? 'climb-run-in';
}

function Choices({ chosen }: { chosen: ReturnType<typeof useChosen> }) {
  const { goals, goalId, setGoalId, from, setFrom, template, templates, proposed } = chosen;
  return (
    <div className="field-row">
      <SelectField
        label="Template"
        hint={template.says}
        options={templates.map(({ id, name, weeks: [low, high] }) => [
          id,
          `${name}, ${low === high ? low : `${low}–${high}`} weeks${id === proposed ? ' · proposed' : ''}`,
        ])}
        value={template.id}
        choose={chosen.setTemplateId}
      />
      <SelectField
        label="Goal"
        options={[
          ...goals.map(({ id, name, date }) => [id, `${name}, ${printDay(date)}`] as const),
          ['none', 'No goal'] as const,
        ]}
        value={goalId}
        choose={setGoalId}
      />
      <SelectField
        label="From the week of"
        options={mondaysFrom(today()).map((each) => [each, printDay(each)] as const)}
        value={from}
        choose={setFrom}
      />
      <SelectField
        label="Strength"
        hint="learned, then heavy, then kept up"
        options={[
          ['0', STRENGTH_WORDS[0]],
          ['1', STRENGTH_WORDS[1]],
          ['2', STRENGTH_WORDS[2]],
        ]}
        value={chosen.strengthDays}
        choose={chosen.setStrengthDays}
      />
    </div>
  );
}

function weeksTo(date: string): number {
  return weeksToGoal(firstMonday(today()), date).weeks;
}

function mainOf(goals: readonly Goal[]): Goal | undefined {
  return goals.find(({ rank }) => rank === 'main');
}

interface AcceptProps {
  readonly rider: Rider;
  readonly season: Season;
  readonly laidOut: LaidOut | null;
  readonly template: Template;
  readonly goal: Goal | null;
  readonly from: string;
  readonly replace: boolean;
  readonly ready: boolean;
}

function Accept({ rider, season, laidOut, template, goal, from, replace, ready }: AcceptProps) {
  const [store] = layoutsApi.useStoreLayoutMutation();
  const { act, problem } = useAct();
  const navigate = useNavigate();
  const accept = async (): Promise<void> => {
    if (!laidOut) return;
    const layout: Layout = {
      ...{ state: season.state, template, from },
      goal: goal && { name: goal.name, date: goal.date },
      ...laidOutParts(laidOut),
      removed: [...standingIn(season, from, replace).removed],
    };
    const done = await act(
      () => store({ riderId: rider.id, ...layout }),
      `The season is laid out: ${laidOut.weeks.length} weeks.`,
    );
    if (done !== undefined) void navigate(`/riders/${rider.id}/season`);
  };
  return (
    <>
      <Button
        disabled={!ready || !laidOut || laidOut.weeks.length === 0}
        onClick={() => void accept()}
      >
        Lay out the season
      </Button>
      <ProblemNote problem={problem} />
    </>
  );
}

interface KeptProps {
  readonly season: Season;
  readonly from: string;
  readonly replace: boolean;
  readonly setReplace: (replace: boolean) => void;
}

/** As many as can be read at a glance, and how many more. */
function someOf(words: readonly string[]): string {
  const more = words.length - SHOWN;
  return more > 0 ? `${words.slice(0, SHOWN).join(', ')} and ${more} more` : words.join(', ');
}

/** What the coach put there or touched stays, unless it is to make way too. */
function Kept({ season, from, replace, setReplace }: KeptProps) {
  const { kept, touched } = standingIn(season, from, false);
  if (kept.length === 0 && touched.length === 0) return null;
  const days = kept.map(({ date, name }) => `${printDay(date)} ${name}`);
  const weeks = touched.map((monday) => `the week of ${printDay(monday)}`);
  return (
    <div className="layout-kept">
      <Form.Check
        id="layout-replace"
        label={`Replace what you changed or added: ${days.length + weeks.length} kept`}
        checked={replace}
        onChange={({ target }) => setReplace(target.checked)}
      />
      {!replace && <p className="small soft mb-0">Kept: {someOf([...weeks, ...days])}.</p>}
    </div>
  );
}
