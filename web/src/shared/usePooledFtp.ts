import type { Rider, Test } from '@uphill/api';
import { type FtpEstimate, pooledFtp, type PooledFtp } from '@uphill/core/testing';
import { roundHalfUp } from '@uphill/core/units';
import { useMemo } from 'react';
import { testsApi } from './api/tests.ts';

/** FTP from every test of a rider that counts on a day; null without any, or without watts. */
export function usePooledFtp(rider: Rider, on: string): PooledFtp | null {
  const { data: tests } = testsApi.useTestsQuery(rider.id);
  return useMemo(
    () =>
      rider.powerSource === 'none'
        ? null
        : pooledFtp(
            (tests ?? []).flatMap((test) => estimateOf(test, rider)),
            on,
            rider.powerSource,
          ),
    [tests, rider, on],
  );
}

/** Tests on the stand-ins tell of nobody but the riders of the demo. */
function estimateOf(test: Test, rider: Rider): FtpEstimate[] {
  if (test.measuredW === null || test.withdrawn !== null || (test.standIns && !rider.demo))
    return [];
  const { id, protocol: protocolId, date, powerSource, measuredW: ftpW } = test;
  return [
    { id, protocolId, date, powerSource, ftpW, recordingId: test.effort?.recordingId ?? null },
  ];
}

/** "257 ± 4 W". */
export function printPooled({ ftpW, errorW }: PooledFtp): string {
  return `${roundHalfUp(ftpW.value)} ± ${Math.max(1, roundHalfUp(errorW))} W`;
}
