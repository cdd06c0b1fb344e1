import type { Rider } from '@uphill/api';
import type { TrendsShown } from '@uphill/core/review';
import { Printer } from 'lucide-react';
import Button from 'react-bootstrap/Button';
import { Link, useSearchParams } from 'react-router';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { plusDays, printDate, today } from '../../shared/dates.ts';
import { healthOnDay, massHidden } from '../../shared/riderOnDay.ts';
import { Heading } from '../../ui/Heading.tsx';
import { Later } from '../../ui/Later.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { WithRider } from '../../ui/WithRider.tsx';
import { useTrends } from '../../workers/useTrends.ts';
import { ReadingJobLine } from '../../ui/ReadingJobLine.tsx';
import { BeatSheet, DriftSheet } from './BeatSheets.tsx';
import { CurveSheet } from './CurveSheet.tsx';
import { FamilySheets } from './FamilySheets.tsx';
import { HeartSheet } from './HeartSheet.tsx';
import { LegsSheet } from './LegsSheet.tsx';
import { MonthsSheet } from './MonthsSheet.tsx';
import { RoadSheets } from './RoadSheets.tsx';
import { shiftedBy, type Shown } from './shown.ts';

const SPANS = [
  ['91', 'three months'],
  ['182', 'six months'],
  ['365', 'a year'],
  ['730', 'two years'],
  ['3653', 'ten years'],
] as const;
type SpanDays = (typeof SPANS)[number][0];
/** Bests and the year before look back so far. */
const LOOKS_BACK_DAYS = 366;

/** Is the rider changing, did it work, what is left late: one span for all, each with its noise. */
export function TrendsPage() {
  return <WithRider>{(rider) => <Trends rider={rider} />}</WithRider>;
}

function Trends({ rider }: { rider: Rider }) {
  const [search, setSearch] = useSearchParams();
  const days = (SPANS.find(([each]) => each === search.get('span')) ?? SPANS[1])[0];
  const under = search.get('under') ?? 'none';
  const span = { from: plusDays(today(), 1 - Number(days)), to: today() };
  const choose = (name: string, value: string): void =>
    setSearch(
      (before) => {
        before.set(name, value);
        return before;
      },
      { replace: true },
    );
  return (
    <div className="trends-page">
      <div className="title-row">
        <Heading>Trends</Heading>
        <span className="soft">
          {rider.name}, {printDate(span.from)} to {printDate(span.to)}
        </span>
        <Link to={`/riders/${rider.id}/rides`} className="card-controls">
          All rides
        </Link>
        <span className="ms-auto d-flex flex-wrap gap-3 align-items-end card-controls">
          <SelectField<SpanDays>
            label="Span"
            options={SPANS}
            value={days}
            choose={(next) => choose('span', next)}
          />
          <UnderField rider={rider} value={under} choose={(next) => choose('under', next)} />
          <Button variant="outline-secondary" className="mb-3" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </Button>
        </span>
      </div>
      <ReadingJobLine riderId={rider.id} />
      <Sheets rider={rider} span={span} under={under} />
    </div>
  );
}

/** Who or what is laid under the rider's own dots. */
function UnderField({
  rider,
  value,
  choose,
}: {
  rider: Rider;
  value: string;
  choose: (next: string) => void;
}) {
  const { data: riders = [] } = ridersApi.useRidersQuery();
  const others = riders.filter(({ id, archived }) => id !== rider.id && !archived);
  return (
    <SelectField
      label="Under it"
      options={[
        ['none', 'nothing'],
        ['year', 'a year before'],
        ...others.map(({ id, name }) => [id, name] as const),
      ]}
      value={value}
      choose={choose}
    />
  );
}

interface Span {
  readonly from: string;
  readonly to: string;
}

function askedOf(riderId: string, span: Span) {
  return { riderId, span, from: plusDays(span.from, -LOOKS_BACK_DAYS) };
}

function Sheets({ rider, span, under }: { rider: Rider; span: Span; under: string }) {
  const own = useTrends({
    ...askedOf(rider.id, span),
    ...(massHidden(rider, span.to) ? {} : { masses: rider.bodyMass }),
  });
  const year = { from: plusDays(span.from, -365), to: plusDays(span.to, -365) };
  const isOther = under !== 'none' && under !== 'year';
  const before = useTrends(under === 'year' ? askedOf(rider.id, year) : null);
  const other = useTrends(isOther ? askedOf(under, span) : null);
  const barred = inTheWay(own.error, own.read ?? undefined);
  if (barred) return <ProblemNote problem={barred} />;
  if (!own.read) return <Loading />;
  const { shown, waiting, rides, hasPower } = own.read;
  if (rides === 0 && waiting === 0)
    return (
      <Empty title="No rides yet">
        Send recordings on the page Rides: trends follow by themselves.
      </Empty>
    );
  const given: Shown = {
    ...{ rider, span, shown },
    under: underOf(under, {
      before: before.read?.shown ?? null,
      other: other.read?.shown ?? null,
    }),
  };
  const heart = healthOnDay(rider, span.to).heartRate;
  return (
    <>
      {waiting > 0 && (
        <p className="soft" role="status">
          {waiting} {waiting === 1 ? 'ride is' : 'rides are'} still being read; what follows is
          without {waiting === 1 ? 'it' : 'them'}.
        </p>
      )}
      {hasPower ? (
        <div className="trend-sheets">
          <HeartSheet {...given} />
          {heart && <BeatSheet {...given} />}
          {heart && <DriftSheet {...given} />}
          <CurveSheet {...given} />
          <LegsSheet {...given} />
        </div>
      ) : (
        <p className="soft">
          Without watts the trends are those of time, heart rate and effort: the sets below, and the
          months.
        </p>
      )}
      <Later>
        <FamilySheets {...given} />
        <RoadSheets {...given} />
        <MonthsSheet {...given} />
      </Later>
    </>
  );
}

function underOf(
  under: string,
  { before, other }: { readonly before: TrendsShown | null; readonly other: TrendsShown | null },
): TrendsShown | null {
  if (under === 'none') return null;
  return under === 'year' ? before && shiftedBy(before, 365) : other;
}
