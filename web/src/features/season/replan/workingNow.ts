import type { Rider } from '@uphill/api';
import { daysFrom, workingFtp } from '@uphill/core/season';
import { today } from '../../../shared/dates.ts';

/**
 * The FTP to work with after days without riding; one that was set since they began is worked with as it is.
 *
 * @param days whole days in a row without riding
 */
export function workingNow(
  rider: Rider,
  ftpW: number,
  days: number,
): ReturnType<typeof workingFtp> {
  const since = rider.ftp.some(({ countsFrom }) => {
    const ago = daysFrom(countsFrom, today());
    return ago >= 0 && ago < days;
  });
  return workingFtp(ftpW, since ? 0 : days);
}
