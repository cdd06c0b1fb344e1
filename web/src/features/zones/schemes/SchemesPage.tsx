import type { SchemeFields } from '@uphill/api';
import { ANCHOR_NAMES, type BandRule, type Scheme, SCHEMES } from '@uphill/core/zones';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { schemesApi } from '../../../shared/api/schemes.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { useSchemes } from '../../../shared/useSchemes.ts';
import { SchemeEditor } from './SchemeEditor.tsx';
import { Link } from 'react-router';
import { Heading } from '../../../ui/Heading.tsx';

const FRESH: SchemeFields = {
  name: '',
  anchor: 'ftp',
  overlaps: false,
  bands: [
    { name: 'Easy', fromPercent: 0, toPercent: 75, trains: '' },
    { name: 'Steady', fromPercent: 75, toPercent: 95, trains: '' },
    { name: 'Hard', fromPercent: 95, toPercent: null, trains: '' },
  ],
};

/** Every school of zones, the one that new riders get, and the coach's own. */
export function SchemesPage() {
  const schemes = useSchemes();
  const [open, setOpen] = useState<string | null>(null);
  const [remove] = schemesApi.useRemoveSchemeMutation();
  const { act, problem } = useAct();
  if (!schemes.settings) return <Loading />;
  const editing = open === 'new' ? null : (schemes.own.find(({ id }) => id === open) ?? null);
  const names = schemes.all.map(({ name }) => name);
  return (
    <>
      <div className="title-row">
        <Heading>Schemes</Heading>
        <span className="soft">the common ones, and your own</span>
        <Button className="ms-auto" onClick={() => setOpen('new')}>
          A scheme of your own
        </Button>
      </div>
      <ProblemNote problem={problem} />
      <div className="columns">
        <div>
          {open !== null && (
            <section className="sheet mb-3" aria-label="A scheme of your own">
              <SchemeEditor
                key={open}
                scheme={editing}
                start={editing ?? FRESH}
                taken={names.filter((name) => name !== editing?.name)}
                close={() => setOpen(null)}
              />
            </section>
          )}
          <section className="sheet" aria-label="Every scheme">
            <ul className="protocol-list">
              {schemes.all.map((scheme) => (
                <li key={scheme.id} className="scheme-line">
                  <div>
                    <strong>{scheme.name}</strong> <span className="soft">{scheme.school}</span>
                    <span className="small d-block">
                      {scheme.bands
                        .map((band) => `${band.number} ${band.name} ${limitText(scheme, band)}`)
                        .join(' · ')}
                    </span>
                  </div>
                  {!SCHEMES.includes(scheme) && (
                    <span className="text-nowrap">
                      <Button size="sm" variant="link" onClick={() => setOpen(scheme.id)}>
                        Edit<span className="visually-hidden"> {scheme.name}</span>
                      </Button>
                      <Button
                        size="sm"
                        variant="link"
                        onClick={() =>
                          void act(
                            () => remove({ id: scheme.id, version: schemes.versionOf(scheme.id) }),
                            `${scheme.name} removed.`,
                          )
                        }
                      >
                        Remove<span className="visually-hidden"> {scheme.name}</span>
                      </Button>
                    </span>
                  )}
                </li>
              ))}
            </ul>
          </section>
        </div>
        <NewRiders name={schemes.defaultScheme.name} />
      </div>
    </>
  );
}

/** A band's upper limit in percent of what it hangs on; of an overlapping one both. */
function limitText(scheme: Scheme, { toPercent, toOf, fromPercent }: BandRule): string {
  const of = scheme.anchor === 'lactate' && toOf ? ` of ${ANCHOR_NAMES[toOf].name}` : '';
  if (toPercent === null) return 'above';
  return scheme.overlaps && fromPercent !== undefined
    ? `${fromPercent}–${toPercent} %`
    : `to ${toPercent} %${of}`;
}

/** Which scheme new riders get; it is chosen with the other settings. */
function NewRiders({ name }: { name: string }) {
  return (
    <section className="sheet" aria-label="New riders">
      <h2>New riders</h2>
      <p className="mb-0">
        Riders without a choice of their own have {name}; without a power meter they go by heart
        rate. <Link to="/settings">Change it in the settings</Link>.
      </p>
    </section>
  );
}
