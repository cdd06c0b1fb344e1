import type { SessionRideState } from '@uphill/core/simulation';
import type { RecordedSecond } from '@uphill/core/power';
import { Scale, Stones } from './RoomScale.tsx';
import { askWords, holdWords, leftWords, lostWords, shownWatts } from './words.ts';

/** In rests the last seconds are counted in. */
export const COUNT_IN_S = 10;

/** What the rider reads at a metre and a half: watts, the band, time left; whether to hold; cadence, pulse, reps left. */
export function RoomReadings({
  state,
  last,
  resting,
}: {
  state: SessionRideState;
  last: readonly RecordedSecond[];
  resting: boolean;
}) {
  const watts = shownWatts(last);
  const lost = lostWords(state);
  const countIn = resting && state.leftS !== null && state.leftS <= COUNT_IN_S;
  const { rpm = 0, bpm = null } = last.at(-1) ?? {};
  return (
    <>
      <div className="ride-main">
        <div>
          <p className="ride-watts" aria-label="Watts ridden">
            {watts ?? '–'}
          </p>
          <p className="ride-mean" aria-label="Mean of the step">
            mean <span className="ride-figure">{Math.round(state.stepMeanW)}</span> W
          </p>
        </div>
        <Scale asked={state.asked} watts={watts} words={askWords(state.segment)} />
        <p className="ride-left" aria-label={leftLabel(state)}>
          {leftWords(state)}
        </p>
      </div>
      <div className="ride-beside">
        <p className="ride-hold" aria-live="polite">
          {lost ??
            (countIn
              ? `in ${state.leftS ?? 0} s`
              : (state.judged.says ?? holdWords(state.asked, last, state.inStepS)))}
        </p>
        <p aria-label="Cadence" className="ride-large">
          <span className="ride-figure">{rpm}</span> rpm
        </p>
        <p aria-label="Pulse" className="ride-large pulse">
          <span className="ride-figure">{bpm ?? '–'}</span> bpm
        </p>
        <Stones left={state.repsLeft} />
      </div>
    </>
  );
}

function leftLabel({ leftS, leftM }: SessionRideState): string {
  if (leftM !== null) return 'Metres to the top';
  return leftS === null ? 'Time ridden of this step' : 'Time left';
}
