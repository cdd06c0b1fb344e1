import { heatCaution } from '@uphill/core/sessions';
import type { Protocol } from '@uphill/core/testing';
import { Caution } from '../../ui/messages.tsx';

const STOP = 'Chest pain, faintness or an odd heartbeat: stop, get help.';

const NEXT_STAGE =
  'Always try the next stage, unless there is pain, dizziness or chest discomfort: then stop. ';

/** The care that a protocol, and the heat of the day, ask for. */
export function TestCaution({
  protocol,
  celsius = null,
}: {
  protocol: Protocol;
  celsius?: number | null;
}) {
  const heat = protocol.maximal ? heatCaution(celsius, 'test') : null;
  const ramp = protocol.reading.kind.startsWith('ramp') || protocol.reading.kind === 'fastRamp';
  return (
    <Caution>
      {heat !== null && `${heat} `}
      {protocol.reading.kind === 'lactate'
        ? `Blood is taken by a trained person with gloves, a fresh lancet and safe disposal. ${STOP}`
        : `A maximal test is never ridden alone. ${ramp ? NEXT_STAGE : ''}${STOP}`}
    </Caution>
  );
}
