import { zoneLines } from '@uphill/core/zones';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useSearchParams } from 'react-router';
import { printDay, today } from '../../../shared/dates.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { useSchemes } from '../../../shared/useSchemes.ts';
import { anchorText, cardFor } from './cardFor.ts';
import { ZoneTable } from './ZoneTable.tsx';
import { useActiveRiders } from '../../../shared/useActiveRiders.ts';
import { Heading } from '../../../ui/Heading.tsx';

/** Zones of several riders on one page, each in their own scheme and figures. */
export function ZoneSheetPage() {
  const [search, setSearch] = useSearchParams();
  const { riders } = useActiveRiders();
  const schemes = useSchemes();
  if (!riders) return <Loading />;
  const wanted = (search.get('riders') ?? '')
    .split(',')
    .filter((id) => riders.some((rider) => rider.id === id));
  const chosen = wanted.length > 1 ? wanted : riders.map(({ id }) => id);
  const toggle = (id: string): void =>
    setSearch({
      riders: (chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]).join(
        ',',
      ),
    });
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
