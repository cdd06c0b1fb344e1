import {
  LABORATORY_RAMP,
  proposeRamp,
  rampFor,
  type RampShape,
  sameRamp,
  unfitting,
} from '@uphill/core/testing';
import Form from 'react-bootstrap/Form';
import { Figure } from '../../ui/Figure.tsx';
import { RampEnd } from './RampForecast.tsx';
import { rampWords } from './rampWords.ts';
import { WattsField } from './WattsField.tsx';

interface Props {
  readonly ftpW: number | null;
  /** Shape of the rider's last ramp; null where there is none. */
  readonly last: RampShape | null;
  readonly value: RampShape;
  readonly choose: (shape: RampShape) => void;
}

/** The shape of the ramp: as last time, made for the rider, the laboratory's, or the coach's own. */
export function RampChoice({ ftpW, last, value, choose }: Props) {
  const made = ftpW === null ? null : rampFor(ftpW);
  const named: readonly (readonly [id: string, name: string, shape: RampShape])[] = [
    ...(last ? [['last', 'As last time', last] as const] : []),
    ...(made && !(last && sameRamp(made.value, last))
      ? [['made', 'Made for this rider', made.value] as const]
      : []),
    ...(last && sameRamp(last, LABORATORY_RAMP)
      ? []
      : [['laboratory', 'The laboratory’s', LABORATORY_RAMP] as const]),
  ];
  const chosen = named.find(([, , shape]) => sameRamp(shape, value))?.[0] ?? 'own';
  const says = ftpW === null ? null : unfitting(ftpW, value);
  const instead = ftpW === null || last === null ? null : proposeRamp(ftpW, last).instead;
  return (
    <section className="sheet mb-3" aria-label="The shape of the ramp">
      <h2>The shape of the ramp</h2>
      <p className="soft small">Only equal ramps compare, so the last one comes first.</p>
      <ul className="ramp-shapes">
        {named.map(([id, name, shape]) => (
          <li key={id}>
            <Form.Check
              type="radio"
              id={`ramp-${id}`}
              name="ramp"
              label={`${name}: ${rampWords(shape)}`}
              checked={chosen === id}
              onChange={() => choose(shape)}
            />
            {id === 'made' && made && (
              <Figure working={made} label="Shape of the ramp">
                how
              </Figure>
            )}
          </li>
        ))}
      </ul>
      <div className="entry-row mt-2">
        <WattsField
          label="Start, W"
          bounds={[20, 400]}
          value={value.startW}
          set={(startW) => choose({ ...value, startW })}
        />
        <WattsField
          label="Step, W"
          bounds={[5, 60]}
          value={value.stepW}
          set={(stepW) => choose({ ...value, stepW })}
        />
      </div>
      {ftpW === null ? (
        <p className="mb-0 soft">With an expected FTP it would say where the ramp should end.</p>
      ) : (
        <p className="mb-0" aria-live="polite">
          Based on FTP {ftpW} W it should end <RampEnd ftpW={ftpW} shape={value} />. {says}
          {says && instead && ` Better ${rampWords(instead.shape)}.`}
        </p>
      )}
    </section>
  );
}
