import type { Rider, Session } from '@uphill/api';
import {
  bandsFor,
  cautionsOf,
  curveDots,
  type Plan,
  problemsOf,
  type RiderOnDay,
  seasonOf,
  SEVEN_STEPS,
  systemName,
} from '@uphill/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { daysBetween, today } from '../../app/dates.ts';
import { inField } from '../../app/keys.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { CurveDots } from '../../charts/CurveDots.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Refused } from '../../ui/messages.tsx';
import { About } from './About.tsx';
import { Asks } from './Asks.tsx';
import { Conflict } from './Conflict.tsx';
import { differenceOf } from './difference.ts';
import type { EditPlan } from './draftSlice.ts';
import { FitIt } from './FitIt.tsx';
import { GiveDialog } from './GiveDialog.tsx';
import { Problems } from './Problems.tsx';
import { reckon } from './reckon.ts';
import { SessionName } from './SessionName.tsx';
import { StepTable } from './StepTable.tsx';
import { type SaveState, useDraft } from './useDraft.ts';
import { useRiderNumbers } from '../../app/useRiderNumbers.ts';
import { Suggestions } from './Suggestions.tsx';
import { TakeAlong } from './TakeAlong.tsx';
import { Verdict } from './Verdict.tsx';
import { Ways } from './Ways.tsx';
import { RoadEditor } from './road/RoadEditor.tsx';
import { SentenceField } from './sentence/SentenceField.tsx';

/** The workshop: a session is written here, and what it asks of this rider is seen at once. */
export function WorkshopPage() {
  const { riderId = '', sessionId = '' } = useParams();
  const { data: rider } = api.useRiderQuery(riderId);
  const { data: session, error } = api.useSessionQuery(sessionId);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider || !session || session.id !== sessionId) return <Loading />;
  return <Workshop key={session.id} rider={rider} session={session} />;
}

const SAVE_WORDS: Record<SaveState, string> = {
  saved: 'draft saved',
  saving: 'saving…',
  offline: 'not connected: kept on this device, sent when it is back',
  refused: 'not saved: see below',
};

function Workshop({ rider, session }: { rider: Rider; session: Session }) {
  const { draft, edit, state, theirs, settle, problem } = useDraft(session);
  const [giving, setGiving] = useState(false);
  const [row, setRow] = useState<string | null>(null);
  const plan = draft?.present;
  const [previewed, preview] = useState<Plan | null>(null);
  const shown = previewed ?? plan;
  const numbers = useRiderNumbers(rider, today());
  const { asks, verdict, difference, dots } = useReckoned(
    shown,
    previewed ? plan : draft?.past.at(-1)?.plan,
    numbers,
  );
  const problems = useMemo(() => (plan ? problemsOf(plan) : []), [plan]);

  useGiveKeys(() => setGiving(true));
  if (!draft || !plan || !shown || !asks || !verdict) return <Loading />;
  const bands = numbers.ftpW === null ? null : bandsFor(SEVEN_STEPS, { ftp: numbers.ftpW });
  const cautions = cautionsOf(shown);
  const sound = problems.length === 0;
  return (
    <>
      <Title
        plan={plan}
        rider={numbers}
        edit={edit}
        state={state}
        card={sound ? `/riders/${rider.id}/sessions/${session.id}/card` : null}
        give={() => setGiving(true)}
      />
      {state === 'refused' && theirs === null && <Refused problem={problem} />}
      <SentenceField plan={plan} ftpW={numbers.ftpW} edit={edit} preview={preview} />
      <RoadEditor
        plan={plan}
        asks={asks}
        verdict={verdict}
        bands={bands}
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
            <Suggestions plan={plan} season={seasonOf(weeksTo(rider.goal?.date))} edit={edit} />
            <FitIt plan={plan} rider={numbers} edit={edit} />
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
          <Asks asks={asks} rider={numbers} />
          <CurveDots dots={dots} rider={numbers} />
        </div>
      </div>
      {giving && (
        <GiveDialog
          rider={rider}
          sessionId={session.id}
          plan={plan}
          problems={problems}
          saved={state === 'saved'}
          close={() => setGiving(false)}
        />
      )}
      {theirs && <Conflict yours={plan} theirs={theirs} settle={settle} />}
      <NoFtp rider={rider} numbers={numbers} />
    </>
  );
}

/** Whole weeks to a goal; null without one. */
function weeksTo(date: string | undefined): number | null {
  return date === undefined ? null : Math.floor(daysBetween(today(), date) / 7);
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

/** G, and Ctrl or ⌘ with Enter, give the session. */
function useGiveKeys(give: () => void): void {
  const latest = useRef(give);
  useEffect(() => {
    latest.current = give;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (document.querySelector('[role="dialog"]')) return;
      const withControl = event.ctrlKey || event.metaKey;
      const plain = !withControl && !event.altKey && !inField(event.target);
      if ((withControl && event.key === 'Enter') || (plain && event.key.toLowerCase() === 'g')) {
        event.preventDefault();
        latest.current();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

interface TitleProps {
  readonly plan: Plan;
  readonly rider: RiderOnDay;
  readonly edit: EditPlan;
  readonly state: SaveState;
  /** Address of the card; null while something stands in its way. */
  readonly card: string | null;
  readonly give: () => void;
}

function Title({ plan, rider, edit, state, card, give }: TitleProps) {
  return (
    <div className="title-row workshop-title">
      <SessionName plan={plan} edit={edit} />
      <span className="soft" role="status">
        {systemName(plan.system)} · {SAVE_WORDS[state]}
      </span>
      <span className="ms-auto d-flex flex-wrap gap-2">
        {card && (
          <Link className="btn btn-outline-secondary" to={card}>
            Print card
          </Link>
        )}
        <TakeAlong plan={plan} rider={rider} />
        <Button onClick={give}>Give</Button>
      </span>
    </div>
  );
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
