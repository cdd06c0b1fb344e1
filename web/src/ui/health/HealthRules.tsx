import type { HealthVerdict } from '@uphill/core/rider';

/** What a health screen rules out, in a sentence each. */
export function HealthRules({ health }: { health: HealthVerdict }) {
  return (
    <>
      {!health.heartRate && 'No heart-rate targets or verdicts: RPE governs. '}
      {!health.unfuelled && 'No unfuelled rides. '}
      {!health.bloodSampling && 'No blood sampling without a clinician. '}
      {health.cautions.join(' ')}
    </>
  );
}
