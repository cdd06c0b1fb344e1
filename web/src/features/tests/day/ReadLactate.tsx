import { lazy, Suspense, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { plusDays } from '../../../shared/dates.ts';
import { LACTATE_DEFAULTS, speaksAgainst } from '@uphill/core/testing';
import { Loading } from '../../../ui/Loading.tsx';
import { Wrong } from '../../../ui/messages.tsx';
import { Checks } from '../Checks.tsx';
import { LactateTable } from '../lactate/LactateTable.tsx';
import { Methods, type Picked } from '../lactate/Methods.tsx';
import { ResultFigures } from '../ResultFigures.tsx';
import { StoreReading } from '../StoreReading.tsx';
import { dayTest } from './dayTest.ts';
import type { ReadProps } from './ReadDay.tsx';
import { useLactate } from './useLactate.ts';

const LactateCurve = lazy(async () => ({
  default: (await import('../../../charts/LactateCurve.tsx')).LactateCurve,
}));

/** The table of drops, the curve, both thresholds by both methods, and the coach's pick. */
export function ReadLactate(props: ReadProps) {
  const { rider, day, draft, change, stored } = props;
  const [picked, setPicked] = useState<Picked>({
    lt1By: 'crossing',
    lt2By: 'crossing',
    ...LACTATE_DEFAULTS,
  });
  const { ridden, samples, problems, refusing, reading, settings, result, ftpW, checks, test } =
    useLactate(props, picked);
  return (
    <div className="columns">
      <section className="sheet" aria-label="Lactate">
        <h2>Drops of blood</h2>
        {ridden.lines.length > 0 && draft.samples.length === 0 && (
          <Button
            variant="outline-secondary"
            className="mb-2"
            onClick={() => change({ samples: ridden.lines })}
          >
            Take the {ridden.lines.length} stages and their heart rates from the recording
          </Button>
        )}
        <LactateTable
          samples={draft.samples}
          ramp={draft.ramp}
          problems={problems}
          change={(next) => change({ samples: next })}
        />
        {samples.length >= 2 && (
          <Suspense fallback={<Loading rows={5} />}>
            <LactateCurve
              samples={samples}
              stepW={draft.ramp.stepW}
              lt1={reading.lt1[picked.lt1By]}
              lt2={reading.lt2[picked.lt2By]}
            />
          </Suspense>
        )}
        {samples.length >= 2 && <Checks checks={checks} />}
      </section>
      <div>
        <Methods reading={reading} picked={picked} pick={setPicked} />
        {refusing && <Wrong>{refusing.reason}</Wrong>}
        {!refusing && result.ok && result.value.figures.length > 0 && (
          <section className="sheet mb-3" aria-label="What it gives">
            <h2>What it gives</h2>
            <ResultFigures result={result.value} />
          </section>
        )}
        {!refusing && settings && samples.length >= 2 && (
          <StoreReading
            key={ftpW ?? ''}
            rider={rider}
            ftpW={ftpW}
            against={result.ok ? speaksAgainst(result.value, checks, false) : null}
            countsFrom={plusDays(draft.date, 1)}
            stored={stored}
            test={{ ...dayTest(rider, day, draft), ...test }}
          />
        )}
      </div>
    </div>
  );
}
