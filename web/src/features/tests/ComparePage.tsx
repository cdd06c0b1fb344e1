import type { Rider, Test } from '@uphill/api';
import { type OverlayTest, overlayTests, protocolOf } from '@uphill/core/testing';
import { preparePower } from '@uphill/core/power';
import { roundHalfUp } from '@uphill/core/units';
import { lazy, Suspense, useMemo } from 'react';
import Form from 'react-bootstrap/Form';
import { useSearchParams } from 'react-router';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { printDay, today } from '../../shared/dates.ts';
import { healthOnDay } from '../../shared/riderOnDay.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { Field } from '../../ui/Field.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty } from '../../ui/messages.tsx';
import { Heading } from '../../ui/Heading.tsx';
import { WideTable } from '../../ui/WideTable.tsx';

const OverlayChart = lazy(async () => ({
  default: (await import('../../charts/OverlayChart.tsx')).OverlayChart,
}));

/** The same protocol on two dates laid over each other: watts second by second, heart rate at the same watts. */
export function ComparePage() {
  return <WithRider>{(rider) => <WithTests rider={rider} />}</WithRider>;
}

function WithTests({ rider }: { rider: Rider }) {
  const { data: tests } = testsApi.useTestsQuery(rider.id);
  return tests ? (
    <Compare rider={rider} tests={tests.filter(({ effort }) => effort !== null)} />
  ) : (
    <Loading />
  );
}

function Compare({ rider, tests }: { rider: Rider; tests: readonly Test[] }) {
  const [search, setSearch] = useSearchParams();
  const one = tests.find(({ id }) => id === search.get('test')) ?? tests[0];
  const alike = tests.filter(
    ({ id, protocol }) => one !== undefined && id !== one.id && sameKind(protocol, one.protocol),
  );
  const other =
    alike.find(({ id }) => id === search.get('with')) ??
    alike.find(({ date }) => one !== undefined && date < one.date) ??
    alike[0];
  if (!one)
    return (
      <Empty title="No test with a recording yet. Import one, and the next can be compared with it." />
    );
  return (
    <>
      <div className="title-row">
        <Heading>Two tests compared</Heading>
        <span className="soft">{protocolOf(one.protocol).name}</span>
      </div>
      <section className="sheet" aria-label="Two tests">
        <div className="entry-row">
          <Field label="Test">
            {(control) => (
              <Form.Select
                {...control}
                value={one.id}
                onChange={({ target }) => setSearch({ test: target.value })}
              >
                {tests.map(({ id, date, protocol }) => (
                  <option key={id} value={id}>
                    {printDay(date)}, {protocolOf(protocol).name}
                  </option>
                ))}
              </Form.Select>
            )}
          </Field>
          {other && (
            <Field label="Over">
              {(control) => (
                <Form.Select
                  {...control}
                  value={other.id}
                  onChange={({ target }) => setSearch({ test: one.id, with: target.value })}
                >
                  {alike.map(({ id, date, protocol }) => (
                    <option key={id} value={id}>
                      {printDay(date)}, {protocolOf(protocol).name}
                    </option>
                  ))}
                </Form.Select>
              )}
            </Field>
          )}
        </div>
        {other ? (
          <Overlay
            rider={rider}
            newer={one.date >= other.date ? one : other}
            older={one.date >= other.date ? other : one}
          />
        ) : (
          <p className="mb-0">There is no second test of this kind with a recording yet.</p>
        )}
      </section>
    </>
  );
}

/** Both ramp readings come off the same ride, so they can be laid over each other. */
function sameKind(one: string, other: string): boolean {
  const ramps = ['ramp', 'full-stage-ramp'];
  return one === other || (ramps.includes(one) && ramps.includes(other));
}

function Overlay({ rider, newer, older }: { rider: Rider; newer: Test; older: Test }) {
  const a = useEffortOf(older);
  const b = useEffortOf(newer);
  const laid = useMemo(() => (a && b ? overlayTests(a, b) : null), [a, b]);
  if (!laid) return <Loading rows={5} />;
  const heart = healthOnDay(rider, today()).heartRate;
  return (
    <>
      {newer.powerSource !== older.powerSource && (
        <p>
          Different power sources: {newer.powerSource} now, {older.powerSource} before. They
          disagree by 1–10 %.
        </p>
      )}
      <Suspense fallback={<Loading rows={5} />}>
        <OverlayChart
          laid={laid}
          names={[printDay(older.date), printDay(newer.date)]}
          heart={heart}
        />
      </Suspense>
      {heart && laid.beats.length > 0 && (
        <WideTable of="Heart rate at the same watts" size="sm">
          <caption className="caption-top">Heart rate at the same watts</caption>
          <thead>
            <tr>
              <th scope="col">Watts</th>
              <th scope="col">{printDay(older.date)}</th>
              <th scope="col">{printDay(newer.date)}</th>
              <th scope="col">Difference</th>
            </tr>
          </thead>
          <tbody>
            {laid.beats.map(({ aboutW, before, after }) => (
              <tr key={aboutW}>
                <th scope="row">about {aboutW} W</th>
                <td className="pulse">{roundHalfUp(before)} bpm</td>
                <td className="pulse">{roundHalfUp(after)} bpm</td>
                <td>{signed(roundHalfUp(after) - roundHalfUp(before))}</td>
              </tr>
            ))}
          </tbody>
        </WideTable>
      )}
      <p className="mb-0">{laid.says}</p>
    </>
  );
}

function signed(beats: number): string {
  if (beats === 0) return 'the same';
  if (beats > 0) return `${beats} more`;
  return `${-beats} fewer`;
}

function useEffortOf(test: Test): OverlayTest | null {
  const { data } = recordingsApi.useRecordingQuery(test.effort?.recordingId ?? '', {
    skip: !test.effort,
  });
  return useMemo(() => {
    if (!data || !test.effort) return null;
    const { startS, endS } = test.effort;
    return {
      watts: [...preparePower(data.watts, data.stops).clock.subarray(startS, endS)],
      bpm: data.bpm?.slice(startS, endS) ?? null,
    };
  }, [data, test.effort]);
}
