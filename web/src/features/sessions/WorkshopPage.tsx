import type { Rider, Session } from '@uphill/api';
import { bandsFor, cautionsOf, type Plan, problemsOf, SEVEN_STEPS, sessionNumbers, sessionVerdict, systemName } from '@uphill/core';
import { useEffect, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { today } from '../../app/dates.ts';
import { inField } from '../../app/keys.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { BalanceStrip } from '../../charts/BalanceStrip.tsx';
import { RoadSection } from '../../charts/RoadSection.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Refused } from '../../ui/messages.tsx';
import { About } from './About.tsx';
import { Asks } from './Asks.tsx';
import { Conflict } from './Conflict.tsx';
import { differenceOf } from './difference.ts';
import { FitIt } from './FitIt.tsx';
import { GiveDialog } from './GiveDialog.tsx';
import { Problems } from './Problems.tsx';
import { SessionName } from './SessionName.tsx';
import { StepTable } from './StepTable.tsx';
import { type SaveState, useDraft } from './useDraft.ts';
import { useRiderNumbers } from './useRiderNumbers.ts';
import { TakeAlong } from './TakeAlong.tsx';
import { Verdict } from './Verdict.tsx';
import { Ways } from './Ways.tsx';
import { useRoad } from './road/useRoad.ts';
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

const NO_PLAN: Plan = { name: '', nameFollows: true, purpose: '', system: 'threshold', place: 'any', note: '', items: [] };

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
  const asks = useMemo(() => shown && sessionNumbers(shown, numbers), [shown, numbers]);
  const verdict = useMemo(() => shown && asks && sessionVerdict(shown, numbers, asks.segments), [shown, asks, numbers]);
  const before = previewed ? plan : draft?.past.at(-1)?.plan;
  const difference = useMemo(() => (before && shown ? differenceOf(before, shown, numbers) : null), [before, shown, numbers]);
  const road = useRoad({ plan: plan ?? NO_PLAN, segments: asks?.segments ?? [], chosen: row, choose: setRow, edit, preview });
  const problems = useMemo(() => (plan ? problemsOf(plan) : []), [plan]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (document.querySelector('[role="dialog"]')) return;
      const plain = !event.ctrlKey && !event.metaKey && !event.altKey && !inField(event.target);
      if (((event.ctrlKey || event.metaKey) && event.key === 'Enter') || (plain && event.key.toLowerCase() === 'g')) {
        event.preventDefault();
        setGiving(true);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  if (!draft || !plan || !shown || !asks || !verdict) return <Loading />;
  const bands = numbers.ftpW === null ? null : bandsFor(SEVEN_STEPS, { ftp: numbers.ftpW });
  const cautions = cautionsOf(shown);
  const sound = problems.length === 0;
  return (
    <>
      <div className="title-row workshop-title">
        <SessionName plan={plan} edit={edit} />
        <span className="soft" role="status">
          {systemName(plan.system)} · {SAVE_WORDS[state]}
        </span>
        <span className="ms-auto d-flex flex-wrap gap-2">
          {sound && (
            <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/sessions/${session.id}/card`}>
              Print card
            </Link>
          )}
          <TakeAlong plan={plan} rider={numbers} />
          <Button onClick={() => setGiving(true)}>Give</Button>
        </span>
      </div>
      {state === 'refused' && theirs === null && <Refused problem={problem} />}
      <SentenceField plan={plan} ftpW={numbers.ftpW} edit={edit} preview={preview} />
      <div
        ref={road.frame}
        className={`sheet road-sheet${road.lifted ? ' road-lifted' : ''}`}
        tabIndex={0}
        role="group"
        aria-label="The road. Arrows choose a step; Shift with arrows changes its time and target; Space lifts it"
        onKeyDown={road.onKey}
      >
        <RoadSection asks={asks} bands={bands} chosen={row} choose={setRow} drag={{ begin: road.begin, move: road.move, end: road.end, ftpW: numbers.ftpW }} />
        <BalanceStrip segments={asks.segments} totalS={asks.totalS.value} verdict={verdict} />
        <p className="road-label" aria-live="polite">
          {road.label}
        </p>
      </div>
      <Verdict verdict={verdict} difference={difference} />
      {cautions.length > 0 && <Caution>{cautions.join(' ')}</Caution>}
      <div className="columns columns-wide">
        <section className="sheet" aria-label="Steps">
          <FitIt plan={plan} rider={numbers} edit={edit} />
          <StepTable plan={shown} rider={numbers} problems={problems} edit={edit} row={row} setRow={setRow} />
          <Problems plan={plan} problems={problems} edit={edit} />
          <About plan={plan} edit={edit} />
        </section>
        <div>
          <Asks asks={asks} rider={numbers} />
          <Ways plan={shown} rider={numbers} edit={edit} />
        </div>
      </div>
      {giving && <GiveDialog rider={rider} sessionId={session.id} plan={plan} problems={problems} saved={state === 'saved'} close={() => setGiving(false)} />}
      {theirs && <Conflict yours={plan} theirs={theirs} settle={settle} />}
      {numbers.ftpW === null && numbers.hasPower && (
        <p className="soft mt-3">
          {firstName(rider.name)} has no FTP, so no watts are shown and load comes from effort.{' '}
          <Link to={`/riders/${rider.id}/tests`}>Plan a test, or type a number you trust.</Link>
        </p>
      )}
    </>
  );
}
