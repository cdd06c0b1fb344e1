import type { Rider, Test } from '@uphill/api';
import { pickProtocol, type ProtocolId, protocolOf } from '@uphill/core/testing';
import { choices } from '../../shared/choices.ts';
import { today } from '../../shared/dates.ts';
import { healthOnDay } from '../../shared/riderOnDay.ts';

/** Who has ridden a paced test before is taken to know how. */
export function pacesWell(tests: readonly Test[]): boolean {
  return tests.some(({ protocol }) => protocolOf(protocol).suits.pacing);
}

/** Tests of FTP that kit, clearance and the chooser allow a rider today, the chooser's pick first. */
export function allowedProtocols(rider: Rider, tests: readonly Test[]): ProtocolId[] {
  const health = healthOnDay(rider, today());
  const { rampSchool, pacedSchool } = choices();
  const paces = pacesWell(tests);
  const { protocol, others } = pickProtocol(
    { hasPower: rider.powerSource !== 'none', pacesWell: paces, tells: 'ftp' },
    { ramp: rampSchool, paced: pacedSchool },
  );
  return [protocol, ...others]
    .filter(
      ({ maximal, suits, reading }) =>
        (health.maximal || !maximal) &&
        (paces || !suits.pacing) &&
        (health.bloodSampling || reading.kind !== 'lactate'),
    )
    .map(({ id }) => id);
}
