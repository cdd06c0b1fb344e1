import { plural } from '@uphill/core/units';
import type { Day, Layout, Rider, Season } from '@uphill/api';
import type { CalendarDay, SeasonFile } from '@uphill/core/formats';
import { lastPlanned, mondayOf, plus, reckon, weekSaid } from '@uphill/core/season';
import { printSentence } from '@uphill/core/sessions';
import { type ChangeEvent, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { layoutsApi } from '../../../shared/api/layouts.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { goalWords, RANK_WORDS } from '../../../shared/goalWords.ts';
import { newId } from '../../../shared/newId.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { saveFile } from '../../../shared/saveFile.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Field } from '../../../ui/Field.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { standingIn } from './useLayoutRequest.ts';

interface Props {
  readonly rider: Rider;
  readonly season: Season;
}

const LARGEST_BYTES = 8_000_000;

/** The season as a file, JSON with all of it or CSV in rows, out and in. */
export function SeasonFiles({ rider, season }: Props) {
  const monday = mondayOf(today());
  const { data: days } = daysApi.useDaysQuery({
    riderId: rider.id,
    from: monday,
    to: plus(monday, 7 * 53),
  });
  return (
    <details className="sheet">
      <summary>Export and import</summary>
      <p className="d-flex flex-wrap gap-2">
        <Button
          variant="outline-secondary"
          disabled={!days}
          onClick={() => void exportAs('json', rider, season, days ?? [])}
        >
          Export as JSON
        </Button>
        <Button
          variant="outline-secondary"
          disabled={!days}
          onClick={() => void exportAs('csv', rider, season, days ?? [])}
        >
          Export as CSV
        </Button>
        <Button
          variant="outline-secondary"
          disabled={!days}
          onClick={() => void exportCalendar(rider, season, days ?? [])}
        >
          Calendar file
        </Button>
      </p>
      <Import rider={rider} season={season} />
    </details>
  );
}

async function exportAs(
  kind: 'json' | 'csv',
  rider: Rider,
  season: Season,
  days: readonly Day[],
): Promise<void> {
  const { writeSeasonCsv, writeSeasonJson } = await import('@uphill/core/formats');
  const from = mondayOf(today());
  const reckoned = reckon(season);
  const last = lastPlanned(reckoned, from);
  const to = plus(last, 6);
  const plans = new Map(days.map(({ id, plan }) => [id, plan]));
  const name = `season-${fileName(rider)}-${from}`;
  if (kind === 'csv') {
    const blockOn = (monday: string): string | null =>
      season.blocks.find((each) => each.from <= monday && monday < plus(each.from, 7 * each.weeks))
        ?.block.name ?? null;
    const planOf = (id: string) => plans.get(id) ?? null;
    saveFile(`${name}.csv`, writeSeasonCsv({ season: reckoned, from, to, blockOn, planOf }));
    return;
  }
  const weeks = reckoned.weeks.filter(({ said }) => said.monday >= from && said.monday <= last);
  const blocks = season.blocks
    .filter((each) => each.from >= from && each.from <= last)
    .map((each) => ({
      ...{ block: each.block, from: each.from },
      kinds: reckoned.weeks
        .filter(({ said }) => said.monday >= each.from)
        .slice(0, each.weeks)
        .map(({ said }) => said.kind),
    }));
  const file: SeasonFile = {
    rider: rider.name,
    goal: season.goal && { name: season.goal.name, date: season.goal.date },
    ...{ from, template: null, blocks },
    weeks: weeks.map(({ said }) => weekSaid(said)),
    days: days
      .filter(({ date }) => date >= from && date <= to)
      .map(({ date, plan }) => ({ date, kind: 'session', plan, minutes: 0 })),
  };
  saveFile(`${name}.json`, writeSeasonJson(file));
}

/** Days, blocks and goals to come as one calendar file, for the coach's own calendar. */
async function exportCalendar(rider: Rider, season: Season, days: readonly Day[]): Promise<void> {
  const { writeCalendar } = await import('@uphill/core/formats');
  const from = mondayOf(today());
  const entries: CalendarDay[] = [
    ...rider.goals
      .filter(({ date }) => date >= from)
      .map(({ id, date, version, name, ...goal }) => ({
        ...{ id: `goal-${id}`, date, version, name: `${RANK_WORDS[goal.rank]}: ${name}` },
        text: goalWords({ id, date, version, name, ...goal }, []),
      })),
    ...season.blocks
      .filter((each) => plus(each.from, 7 * each.weeks) > from)
      .map(({ id, block, from: date, weeks }) => ({
        ...{ id: `block-${id}`, date, version: 1, name: `${block.name}, ${plural(weeks, 'week')}` },
        text: 'The first day of the block.',
      })),
    ...days
      .filter(({ state }) => state === 'planned')
      .map(({ id, date, version, plan }) => ({
        ...{ id, date, version, name: plan.name || 'Session' },
        text: printSentence(plan),
      })),
  ];
  saveFile(
    `season-${fileName(rider)}-${from}.ics`,
    writeCalendar(`Season of ${rider.name}`, entries, new Date().toISOString()),
  );
}

function fileName({ name }: Rider): string {
  return name.toLowerCase().replace(/\W+/g, '-');
}

/** A season from a file, looked at before it is laid out; of another rider only when that is meant. */
function Import({ rider, season }: Props) {
  const [file, setFile] = useState<SeasonFile | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [store] = layoutsApi.useStoreLayoutMutation();
  const { act, problem } = useAct();
  const navigate = useNavigate();
  const read = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const chosen = target.files?.[0];
    setFile(null);
    setRefusal(null);
    if (!chosen) return;
    const found = await readFile(chosen);
    if (found.ok) setFile(found.value);
    else setRefusal(found.reason);
  };
  const accept = async (from: SeasonFile): Promise<void> => {
    const layout = layoutOf(from, season);
    const done = await act(
      () => store({ riderId: rider.id, ...layout }),
      `The season is laid out: ${layout.weeks.length} weeks.`,
    );
    if (done !== undefined) void navigate(`/riders/${rider.id}/season`);
  };
  const other = file !== null && file.rider !== '' && file.rider !== rider.name;
  const left = file && layoutOf(file, season);
  return (
    <>
      <Field
        label="Import a season"
        hint="JSON or CSV; what is past in it is left out"
        error={refusal ?? undefined}
      >
        {(control) => (
          <Form.Control
            {...control}
            type="file"
            accept=".json,.csv"
            onChange={(event) => void read(event as ChangeEvent<HTMLInputElement>)}
          />
        )}
      </Field>
      {file && left && (
        <>
          <p role="status">
            {left.weeks.length} weeks from {printDay(left.from)}, {left.days.length} sessions
            {file.rider !== '' && `, of ${file.rider}`}.
            {other &&
              ` It is another rider’s: targets in percent become ${firstName(rider.name)}’s own watts.`}
          </p>
          <Button disabled={left.weeks.length === 0} onClick={() => void accept(file)}>
            {other ? `Lay it out for ${firstName(rider.name)} all the same` : 'Lay it out'}
          </Button>
        </>
      )}
      <ProblemNote problem={problem} />
    </>
  );
}

async function readFile(
  file: File,
): Promise<{ ok: true; value: SeasonFile } | { ok: false; reason: string }> {
  if (file.size > LARGEST_BYTES)
    return { ok: false, reason: `${file.name} is too large to be a season.` };
  const { readSeasonCsv, readSeasonJson } = await import('@uphill/core/formats');
  const text = await file.text();
  return text.trimStart().startsWith('{') ? readSeasonJson(text) : readSeasonCsv(text, newId);
}

/** What of a file is still to come, as the server takes it. */
function layoutOf(file: SeasonFile, season: Season): Layout {
  const now = today();
  const days = file.days.filter(({ date }) => date >= now);
  const weeks = file.weeks.filter(({ monday }) => plus(monday, 6) >= now);
  const from = weeks[0]?.monday ?? mondayOf(now);
  const { removed } = standingIn(season, from, true);
  return {
    ...{ state: season.state, goal: file.goal, template: file.template, from, weeks, days },
    blocks: file.blocks.filter((each) => plus(each.from, 7 * each.kinds.length) > now),
    removed: [...removed],
  };
}
