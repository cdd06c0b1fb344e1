import { zoneLines } from '@uphill/core/zones';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { printDay, today } from '../../../shared/dates.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { useSchemes } from '../../../shared/useSchemes.ts';
import { anchorText, cardFor } from './cardFor.ts';
import { ZoneTable } from './ZoneTable.tsx';
import { useRidersInAddress } from '../../../shared/useRidersInAddress.ts';
import { useActiveRiders } from '../../../shared/useActiveRiders.ts';
import { Heading } from '../../../ui/Heading.tsx';

/** Zones of several riders on one page, each in their own scheme and figures. */
export function ZoneSheetPage() {
  const { riders } = useActiveRiders();
  const { chosen, toggle } = useRidersInAddress((riders ?? []).map(({ id }) => id));
  const schemes = useSchemes();
  if (!riders) return <Loading />;
  return (
    <main className="card-page">
      <div className="card-controls flex-wrap">
        <Link to="/riders">Back</Link>
        {riders.map(({ id, name }) => (
          <Form.Check
            key={id}
            id={`sheet-${id}`}
            label={name}
            checked={chosen.includes(id)}
            onChange={() => toggle(id)}
          />
        ))}
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <article className="card-sheet card-a4 zone-sheet" aria-label="Zones of several riders">
        <Heading>Zones, {printDay(today())}</Heading>
        <div className="zone-sheet-riders">
          {riders
            .filter(({ id }) => chosen.includes(id))
            .map((rider) => {
              const scheme = schemes.ofRider(rider);
              const card = cardFor(rider, today());
              const lines = zoneLines(scheme, card);
              return (
                <section key={rider.id}>
                  <h2>{rider.name}</h2>
                  <p>
                    {scheme.name} · {anchorText(scheme, card.anchors)}
                  </p>
                  {lines ? <ZoneTable lines={lines} short /> : <p>Not measured yet.</p>}
                </section>
              );
            })}
        </div>
      </article>
    </main>
  );
}
