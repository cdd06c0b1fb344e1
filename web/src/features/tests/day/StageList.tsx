import { TEST_STAGES } from '@uphill/api';

export type Stage = (typeof TEST_STAGES)[number];

const STAGE_NAMES: Record<Stage, string> = {
  expect: 'Expect',
  prepare: 'Prepare',
  ride: 'Ride',
  read: 'Read and decide',
};

interface Props {
  readonly stage: Stage;
  readonly go: (stage: Stage) => void;
}

/** The stages of a test day, and which of them it is in. */
export function StageList({ stage, go }: Props) {
  return (
    <ol className="stages" aria-label="Stages of the test day">
      {TEST_STAGES.map((each, index) => (
        <li key={each}>
          <button
            type="button"
            className={each === stage ? 'stage stage-now' : 'stage'}
            aria-current={each === stage ? 'step' : undefined}
            onClick={() => go(each)}
          >
            {index + 1}. {STAGE_NAMES[each]}
          </button>
        </li>
      ))}
    </ol>
  );
}
