import type { Protocol } from '@uphill/core';
import { Caution } from '../../ui/messages.tsx';

/** The one sentence of care that a protocol asks for. */
export function TestCaution({ protocol }: { protocol: Protocol }) {
  return (
    <Caution>
      {protocol.reading.kind === 'lactate'
        ? 'Blood is taken by a trained person with gloves, a fresh lancet and safe disposal; chest pain, faintness or an odd heartbeat: stop, get help.'
        : 'A maximal test is never ridden alone. Chest pain, faintness or an odd heartbeat: stop, get help.'}
    </Caution>
  );
}
