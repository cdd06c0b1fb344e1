import type { Rider } from '@uphill/api';
import { type Scheme, writeZoneCsv, writeZoneJson, zoneLines } from '@uphill/core/zones';
import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { ridersApi } from '../../../shared/api/riders.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { saveFile } from '../../../shared/saveFile.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { useSchemes } from '../../../shared/useSchemes.ts';
import { anchorText, cardFor } from './cardFor.ts';
import { ZoneTable } from './ZoneTable.tsx';
import { Heading } from '../../../ui/Heading.tsx';

/** A rider's zones on one A5 page, black on white, and as a file. */
export function ZoneCardPage() {
  const { riderId = '' } = useParams();
  const { data: rider, currentData, error } = ridersApi.useRiderQuery(riderId);
  const schemes = useSchemes();
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  return rider ? <Card rider={rider} scheme={schemes.ofRider(rider)} /> : <Loading />;
}

function Card({ rider, scheme }: { rider: Rider; scheme: Scheme }) {
  const card = cardFor(rider, today());
  const lines = zoneLines(scheme, card);
  useEffect(() => {
    const title = document.title;
    document.title = `Zones · ${rider.name}`;
    return () => {
      document.title = title;
    };
  }, [rider.name]);
  const save = (kind: 'csv' | 'json'): void => {
    if (!lines) return;
    const name = `zones-${rider.name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.${kind}`;
    saveFile(
      name,
      kind === 'csv' ? writeZoneCsv(scheme, lines) : writeZoneJson(scheme, lines, card),
    );
  };
  return (
    <main className="card-page">
      <div className="card-controls">
        <Link to={`/riders/${rider.id}/zones`}>Back</Link>
        <Button variant="outline-secondary" disabled={!lines} onClick={() => save('csv')}>
          Save as CSV
        </Button>
        <Button variant="outline-secondary" disabled={!lines} onClick={() => save('json')}>
          Save as JSON
        </Button>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <article className="card-sheet card-a5" aria-label="Zone card">
        <header>
          <div>
            <Heading>Zones of {rider.name}</Heading>
            <p>
              {scheme.name} · {anchorText(scheme, card.anchors)} · {printDay(card.day)}
            </p>
          </div>
        </header>
        {lines ? (
          <ZoneTable lines={lines} />
        ) : (
          <p>What this scheme is based on has not been measured yet.</p>
        )}
        <footer>
          Heart rate is read beside the watts, never alone; efforts under 2 minutes: too short for
          heart rate. Chest pain, faintness or an odd heartbeat: stop, get help.
        </footer>
      </article>
    </main>
  );
}
