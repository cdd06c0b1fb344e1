import type { Problem, Rider, Session } from '@uphill/api';
import {
  cautionsOf,
  curveDots,
  type Plan,
  problemsOf,
  type RiderOnDay,
  roadZones,
  systemName,
} from '@uphill/core/sessions';
import type { Scheme } from '@uphill/core/zones';
import { type ReactNode, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useLocation, useParams } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import type { SaveState } from '../../shared/autosave/savingSlice.ts';
import { today } from '../../shared/dates.ts';
import { useKey } from '../../shared/keys/useKey.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { CurveDots } from '../../charts/CurveDots.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, ProblemNote } from '../../ui/messages.tsx';
import { About } from './About.tsx';
import { Asks } from './Asks.tsx';
import { Conflict } from './Conflict.tsx';
import { differenceOf } from './difference.ts';
import { DaysBehind } from './DaysBehind.tsx';
import type { Draft, EditPlan } from './draftSlice.ts';
import { FitIt } from './FitIt.tsx';
import { AssignDialog } from './AssignDialog.tsx';
import { Problems } from './Problems.tsx';
import { reckon } from './reckon.ts';
import { SessionName } from './SessionName.tsx';
import { StepTable } from './StepTable.tsx';
import { Unreadable } from './Unreadable.tsx';
import { useClimbing } from '../../shared/useClimbing.ts';
import { useDraft } from './useDraft.ts';
import { useRiderNumbers } from '../../shared/useRiderNumbers.ts';
import { Suggestions } from './Suggestions.tsx';
import { TakeAlong } from './TakeAlong.tsx';
import { Verdict } from '../../ui/Verdict.tsx';
import { Ways } from './Ways.tsx';
import { RoadEditor } from './road/RoadEditor.tsx';
import { SentenceField } from './sentence/SentenceField.tsx';

/** The workshop: a session is written here, and what it asks of this rider is seen at once. */
export function WorkshopPage() {
  const { riderId = '', sessionId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: session, currentData, error } = sessionsApi.useSessionQuery(sessionId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider || !session || session.id !== sessionId) return <Loading />;
  if (session.unreadable !== null)
    return <Unreadable name={session.plan.name} says={session.unreadable} />;
  return <SessionWorkshop key={session.id} rider={rider} session={session} />;
}

const SAVE_WORDS: Record<SaveState, string> = {
  saved: 'draft saved',
  saving: 'saving…',
  offline: 'not connected: kept on this device, sent when it is back',
  refused: 'not saved: see below',
};

function SessionWorkshop({ rider, session }: { rider: Rider; session: Session }) {
  const { draft, edit, state, theirs, settle, problem } = useDraft(session);
  const { state: arrival } = useLocation() as { state: { assign?: string } | null };
  const [assigning, setAssigning] = useState(arrival?.assign === session.id);
  const plan = draft?.present;
  const numbers = useRiderNumbers(rider, today());
  const problems = useMemo(() => (plan ? problemsOf(plan) : []), [plan]);
  useKey('assign', () => setAssigning(true));
  useKey('commit', () => setAssigning(true));
  if (!draft || !plan) return <Loading />;
  const card = problems.length === 0 ? `/riders/${rider.id}/sessions/${session.id}/card` : null;
  return (
    <>
      <Workshop
        rider={rider}
        day={today()}
        draft={draft}
        edit={edit}
        status={SAVE_WORDS[state]}
        problem={state === 'refused' && theirs === null ? problem : null}
        actions={
          <>
            {card && (
              <Link className="btn btn-outline-secondary" to={card}>
                Print card
              </Link>
            )}
            <TakeAlong plan={plan} rider={numbers} />
            <Button onClick={() => setAssigning(true)}>Assign</Button>
          </>
        }
        above={
          <DaysBehind
            session={session.id}
            version={draft.version}
            saved={state === 'saved'}
            plan={plan}
            problems={problems}
          />
        }
      />
      {assigning && (
        <AssignDialog
          rider={rider}
          sessionId={session.id}
          plan={plan}
          problems={problems}
          saved={state === 'saved'}
          close={() => setAssigning(false)}
        />
      )}
      {theirs && <Conflict yours={plan} theirs={theirs} settle={settle} />}
    </>
  );
}

interface WorkshopProps {
  readonly rider: Rider;
  /** Of which day the rider's figures count. */
  readonly day: string;
  readonly draft: Draft;
  readonly edit: EditPlan;
  /** Whether what is written is stored, in words. */
  readonly status: string;
  readonly problem: Problem | null;
  readonly actions: ReactNode;
  /** What has to be decided before anything else. */
  readonly above: ReactNode;
}

/** Title, sentence, road, verdict, table and what it asks: three views of one draft. */
export function Workshop({
  rider,
  day,
  draft,
  edit,
  status,
  problem,
  actions,
  above,
}: WorkshopProps) {
  const [row, setRow] = useState<string | null>(null);
  const plan = draft.present;
  const [previewed, preview] = useState<Plan | null>(null);
  const [shownScheme, showScheme] = useState<Scheme>();
  const shown = previewed ?? plan;
  const numbers = useRiderNumbers(rider, day);
  const { asks, verdict, difference, dots } = useReckoned(
    shown,
    previewed ? plan : draft.past.at(-1)?.plan,
    numbers,
  );
  const problems = useMemo(() => problemsOf(plan), [plan]);
  const climbing = useClimbing(plan, rider, numbers, day);
  if (!asks || !verdict) return <Loading />;
  const zones = roadZones(numbers, shownScheme);
  const cautions = cautionsOf(shown);
  return (
    <>
      <div className="title-row workshop-title">
        <SessionName plan={plan} edit={edit} />
        <span className="soft" role="status">
          {systemName(plan.system)} · {zones && `zones of ${zones.scheme.name} · `}
          {status}
        </span>
        <span className="ms-auto d-flex flex-wrap gap-2">{actions}</span>
      </div>
      <ProblemNote problem={problem} />
      {above}
      <SentenceField plan={plan} rider={numbers} edit={edit} preview={preview} />
      <RoadEditor
        plan={plan}
        asks={asks}
        verdict={verdict}
        bands={zones?.bands ?? null}
        rider={numbers}
        chosen={row}
        choose={setRow}
        edit={edit}
        preview={preview}
      />
      <Verdict verdict={verdict} difference={difference} />
      {cautions.length > 0 && <Caution>{cautions.join(' ')}</Caution>}
      <div className="columns columns-wide">
        <div>
          <section className="sheet" aria-label="Steps">
            <Suggestions plan={plan} season={climbing.season ?? 'base'} edit={edit} />
            <FitIt plan={plan} of={rider} climbing={climbing} edit={edit} />
            <StepTable
              plan={shown}
              rider={numbers}
              problems={problems}
              edit={edit}
              row={row}
              setRow={setRow}
            />
            <Problems plan={plan} problems={problems} edit={edit} />
            <About plan={plan} edit={edit} />
          </section>
          <Ways plan={shown} rider={numbers} edit={edit} />
        </div>
        <div>
          <Asks asks={asks} rider={numbers} zones={zones} choose={showScheme} />
          <CurveDots dots={dots} rider={numbers} />
        </div>
      </div>
      <NoFtp rider={rider} numbers={numbers} />
    </>
  );
}

/** Everything a session asks, and what the last change moved. */
function useReckoned(plan: Plan | undefined, before: Plan | undefined, rider: RiderOnDay) {
  const { asks, verdict } = useMemo(
    () => (plan ? reckon(plan, rider) : { asks: undefined, verdict: undefined }),
    [plan, rider],
  );
  const difference = useMemo(
    () => (before && plan ? differenceOf(before, plan, rider) : null),
    [before, plan, rider],
  );
  const dots = useMemo(
    () => (plan && asks ? curveDots(plan, asks.segments, rider) : []),
    [plan, asks, rider],
  );
  return { asks, verdict, difference, dots };
}

/** Without an FTP there are no watts, and it says what to do about it. */
function NoFtp({ rider, numbers }: { rider: Rider; numbers: RiderOnDay }) {
  if (numbers.ftpW !== null || !numbers.hasPower) return null;
  return (
    <p className="soft mt-3">
      {firstName(rider.name)} has no FTP, so no watts are shown and load comes from effort.{' '}
      <Link to={`/riders/${rider.id}/tests`}>Plan a test, or type a number you trust.</Link>
    </p>
  );
}
