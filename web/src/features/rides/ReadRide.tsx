import type { Day, RecordingWithStreams, Rider, RideReading, RideWhole } from '@uphill/api';
import { type RepEdits, type RepRow, saidOf, type SaidRep, withSaid } from '@uphill/core/review';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { RideRead } from '../../charts/RideRead.tsx';
import { healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { RepTable } from '../../ui/RepTable.tsx';
import type { PageReading } from '../../workers/reading.worker.ts';
import { useReading } from '../../workers/useReading.ts';
import { RepsByHand } from './RepsByHand.tsx';
import { useEdges } from './useEdges.ts';

interface Props {
  readonly rider: Rider;
  readonly ride: RideWhole;
  readonly recording: RecordingWithStreams;
  readonly read: RideReading | undefined;
  readonly room: NonNullable<Day['rides'][number]['reps']>['steps'] | null;
}

/** Before the reading is there; one list, so that nothing is drawn again for it. */
const NONE: readonly never[] = [];
/** Seconds on either side of a rep that a look into it shows. */
const AROUND_S = 60;

/** The drawing of a ride with its reps, and their table: both follow a hand that moves an edge. */
export function ReadRide({ rider, ride, recording, read, room }: Props) {
  const length = recording.watts.length;
  const { held, save, move, problem } = useEdges(rider, ride, read, length);
  const page = useReading({ rider, ride, recording, read, edits: held ?? undefined, room });
  const [zoom, setZoom] = useState<RepRow | null>(null);
  const canMove = read?.version != null && (page?.rows.length ?? 0) > 0;
  const [from, to] = zoom
    ? [Math.max(0, zoom.startS - AROUND_S), Math.min(length, zoom.endS + AROUND_S)]
    : [0, length];
  return (
    <>
      <section className="sheet mb-3" aria-label="The ride">
        <RideRead
          watts={recording.watts}
          bpm={healthOnDay(rider, ride.date).heartRate ? recording.bpm : null}
          asked={page?.asked ?? NONE}
          rows={page?.rows ?? NONE}
          left={page?.left ?? null}
          from={from}
          to={to}
          move={canMove ? move : null}
          zoomTo={(row) => setZoom(zoom ? null : row)}
        />
        {zoom && (
          <Button size="sm" variant="outline-secondary" onClick={() => setZoom(null)}>
            The whole ride
          </Button>
        )}
        <ChartWords page={page} power={recording.watts.some((each) => each !== null)} />
      </section>
      <ProblemNote problem={problem} />
      {read?.asked && page && <Reps {...{ rider, ride, read, page, length, room }} save={save} />}
    </>
  );
}

/** Which line is which. */
function ChartWords({ page, power }: { page: PageReading | null; power: boolean }) {
  return (
    <p className="chart-key mb-0">
      {power && (
        <span>
          <i className="key-line key-ridden" /> ridden, W
        </span>
      )}
      {power && (page?.asked.length ?? 0) > 0 && (
        <span>
          <i className="key-area" /> asked
        </span>
      )}
      <span className="pulse">
        <i className="key-line key-pulse" /> bpm
      </span>
    </p>
  );
}

function Reps({
  rider,
  ride,
  read,
  page,
  length,
  room,
  save,
}: {
  rider: Rider;
  ride: RideWhole;
  read: RideReading;
  page: PageReading;
  length: number;
  room: Props['room'];
  save: (edits: RepEdits, done: string) => Promise<void>;
}) {
  const { maximalBpm } = riderOnDay(rider, ride.date);
  const heart = healthOnDay(rider, ride.date).heartRate;
  // An easy ride has no reps to show or to mark.
  if (read.reading.is !== 'set') return null;
  return (
    <section className="sheet mb-3" aria-label="Asked and ridden">
      {page.set ? (
        <RepTable
          rows={page.rows}
          set={page.set}
          power={rider.powerSource !== 'none'}
          heart={heart}
          maximalBpm={heart ? maximalBpm : null}
          room={room}
          {...(read.version === null
            ? {}
            : {
                saying: {
                  of: (row: RepRow) => saidOf(read.edits, row),
                  say: (row: RepRow, now: Pick<SaidRep, 'rpe' | 'note'>) => {
                    const at = { startS: row.startS, endS: row.endS };
                    void save(withSaid(read.edits, { at, ...now }), 'Saved.');
                  },
                },
              })}
        />
      ) : (
        <p className="soft mb-2">The reps could not be found. Mark the start of the first one.</p>
      )}
      {read.version !== null && (
        <RepsByHand
          {...{ rider, read, rows: page.rows, seconds: length }}
          save={(edits, done) => void save(edits, done)}
        />
      )}
    </section>
  );
}
