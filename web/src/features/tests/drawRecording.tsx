import type { RecordingWithStreams } from '@uphill/api';
import type { Stretch } from '@uphill/core/testing';
import { lazy, type ReactNode } from 'react';
import type { MoveEdge } from '../../charts/EffortEdges.tsx';
import { Later } from '../../charts/Later.tsx';

const RecordingChart = lazy(async () => ({
  default: (await import('../../charts/RecordingChart.tsx')).RecordingChart,
}));

/** Draws a recording with one effort to be moved and others to be looked at; the drawing is fetched when first needed. */
export function drawRecording(recording: RecordingWithStreams) {
  return function draw(
    effort: Stretch | null,
    others: readonly Stretch[],
    move: MoveEdge | null,
  ): ReactNode {
    return (
      <Later height={340}>
        <RecordingChart
          watts={recording.watts}
          bpm={recording.bpm}
          effort={effort}
          others={others}
          move={move}
        />
      </Later>
    );
  };
}
