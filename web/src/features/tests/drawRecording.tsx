import type { RecordingWithStreams } from '@uphill/api';
import type { Stretch } from '@uphill/core';
import { lazy, type ReactNode, Suspense } from 'react';
import type { MoveEdge } from '../../charts/EffortEdges.tsx';
import { Loading } from '../../ui/Loading.tsx';

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
      <Suspense fallback={<Loading rows={5} />}>
        <RecordingChart
          watts={recording.watts}
          bpm={recording.bpm}
          effort={effort}
          others={others}
          move={move}
        />
      </Suspense>
    );
  };
}
