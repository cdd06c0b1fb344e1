import { forecastOf, type Outcome, type Reckoned } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { memo, useMemo } from 'react';
import {
  Area,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { DOTTED, SMALL, STILL, WORDS } from '../../charts/look.ts';
import { printDay } from '../../shared/dates.ts';
import type { Under } from './useOtherSeason.ts';

interface Row {
  readonly date: string;
  readonly base: number | null;
  readonly recent: number | null;
  readonly baseToCome: number | null;
  readonly recentToCome: number | null;
  readonly asUsual: number | null;
  readonly reserve: number;
  /** Base at 10 and 90 of 100 runs under bad luck. */
  readonly band: readonly [low: number, high: number] | null;
  /** Base of the other season, as many days before its goal. */
  readonly under: number | null;
}

interface Props {
  readonly season: Reckoned;
  /** Runs under bad luck, where they were made. */
  readonly outcome?: Outcome | null;
  /** Another season of the rider under it. */
  readonly under?: Under | null;
}

/** Base as ground, recent as a line, solid where ridden and dotted where forecast, with the goal's morning. */
export const SeasonChart = memo(function SeasonChart(props: Props) {
  const { season, outcome = null, under = null } = props;
  const { today, goal } = season.input;
  const forecast = useMemo(() => forecastOf(season), [season]);
  const rows = useMemo(
    () => rowsOf(season, forecast.asUsual, { outcome, under }),
    [season, forecast, outcome, under],
  );
  const marked = goal && rows.some(({ date }) => date === goal.date) ? goal : null;
  return (
    <div className="season-chart">
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart
          data={rows}
          margin={{ top: 18, right: 8, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <XAxis dataKey="date" hide />
          <YAxis width={30} stroke="none" tick={SMALL} />
          <Tooltip content={<Tip />} isAnimationActive={false} />
          <Area
            dataKey="base"
            fill="var(--asked-wash)"
            stroke="var(--asked)"
            strokeWidth={2}
            {...STILL}
          />
          <Area
            dataKey="baseToCome"
            fill="var(--asked-wash)"
            fillOpacity={0.5}
            stroke="var(--asked)"
            strokeWidth={3}
            {...DOTTED}
            {...STILL}
          />
          {outcome && (
            <Area dataKey="band" fill="var(--due)" fillOpacity={0.35} stroke="none" {...STILL} />
          )}
          {under && (
            <Line
              dataKey="under"
              stroke="var(--due-edge)"
              strokeWidth={2}
              strokeDasharray="8 4"
              {...STILL}
            />
          )}
          <Line dataKey="asUsual" stroke="var(--edge)" strokeWidth={2} {...DOTTED} {...STILL} />
          <Line dataKey="recent" stroke="var(--ink)" strokeWidth={1} {...STILL} />
          <Line dataKey="recentToCome" stroke="var(--ink)" strokeWidth={1} {...DOTTED} {...STILL} />
          <ReferenceLine
            x={today}
            stroke="var(--ink)"
            label={{ ...WORDS, value: 'today', position: 'top' }}
          />
          {marked && (
            <ReferenceLine
              x={marked.date}
              stroke="var(--due-edge)"
              strokeWidth={3}
              label={{ ...WORDS, value: shortOf(marked.name), position: 'top' }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <Key ran={outcome !== null} under={under} usual={forecast.asUsual !== null} />
    </div>
  );
});

interface KeyProps {
  readonly ran: boolean;
  readonly under: Under | null;
  readonly usual: boolean;
}

function Key({ ran, under, usual }: KeyProps) {
  return (
    <p className="chart-key small">
      <span>
        <i className="key-line key-model" /> base
      </span>
      <span>
        <i className="key-line key-recent" /> recent
      </span>
      <span>
        <i className="key-line key-assumed" /> forecast
      </span>
      {ran && (
        <span>
          <i className="key-band" /> 80 of 100 runs
        </span>
      )}
      {under && (
        <span>
          <i className="key-line key-under" /> base, {under.name}
        </span>
      )}
      {usual && (
        <span>
          <i className="key-line key-over-model" /> as usual
        </span>
      )}
    </p>
  );
}

/** As many words of a goal's name as there is room for. */
function shortOf(name: string): string {
  const short = name.slice(0, 13).replace(/\s+\S*$/, '');
  return name.length <= 13 || short === '' ? name.slice(0, 13) : short;
}

function rowsOf(
  { days, input }: Reckoned,
  usual: ReturnType<typeof forecastOf>['asUsual'],
  { outcome, under }: { outcome: Outcome | null; under: Under | null },
): Row[] {
  const bands = new Map(
    (outcome?.band ?? []).map(({ date, low, high }) => [date, [low, high] as const]),
  );
  const asUsual = new Map((usual ?? []).map(({ date, base }) => [date, base]));
  return days.map(({ day, base, recent, reserve }) => {
    const past = day.date <= input.today;
    const toCome = day.date >= input.today;
    return {
      date: day.date,
      base: past ? base : null,
      recent: past ? recent : null,
      baseToCome: toCome ? base : null,
      recentToCome: toCome ? recent : null,
      asUsual: asUsual.get(day.date) ?? null,
      reserve,
      band: bands.get(day.date) ?? null,
      under: under?.base.get(day.date) ?? null,
    };
  });
}

function Tip({ active, payload }: { active?: boolean; payload?: readonly { payload?: Row }[] }) {
  const row = payload?.[0]?.payload;
  if (!active || !row) return null;
  const [base, recent] = [row.base ?? row.baseToCome ?? 0, row.recent ?? row.recentToCome ?? 0];
  return (
    <div className="chart-tip">
      <strong>{printDay(row.date)}</strong> base {roundTo(base, 1)} · recent {roundTo(recent, 1)} ·
      reserve {printSigned(row.reserve, 0)}
      {row.under !== null && <span className="soft"> · then {roundHalfUp(row.under)}</span>}
      {row.asUsual !== null && <span className="soft"> · as usual {roundHalfUp(row.asUsual)}</span>}
    </div>
  );
}
