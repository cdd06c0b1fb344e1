import {
  LACTATE_BOUNDS,
  type LactateReading,
  type LactateSettings,
  type Lt1Method,
  type Lt2Method,
  type MethodReading,
} from '@uphill/core/testing';
import { roundHalfUp } from '@uphill/core/units';
import Form from 'react-bootstrap/Form';
import { Figure } from '../../../ui/Figure.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';

export interface Picked extends LactateSettings {
  readonly lt1By: Lt1Method;
  readonly lt2By: Lt2Method;
}

/** LT1 and LT2 by two methods each, how far they lie apart, and the coach's pick. */
export function Methods({
  reading,
  picked,
  pick,
}: {
  reading: LactateReading;
  picked: Picked;
  pick: (picked: Picked) => void;
}) {
  return (
    <section className="sheet mb-3" aria-label="LT1 and LT2">
      <h2>LT1 and LT2</h2>
      <fieldset>
        <legend className="h3">LT1</legend>
        <Method
          name="lt1"
          id="crossing"
          label={`at ${picked.lt1Mmol} mmol/L`}
          reading={reading.lt1.crossing}
          chosen={picked.lt1By === 'crossing'}
          choose={() => pick({ ...picked, lt1By: 'crossing' })}
        />
        <Method
          name="lt1"
          id="rise"
          label="the stage before a rise of 0.5"
          reading={reading.lt1.rise}
          chosen={picked.lt1By === 'rise'}
          choose={() => pick({ ...picked, lt1By: 'rise' })}
        />
        <Apart watts={reading.lt1ApartW} />
      </fieldset>
      <fieldset className="mt-3">
        <legend className="h3">LT2</legend>
        <Method
          name="lt2"
          id="crossing"
          label={`at ${picked.lt2Mmol} mmol/L`}
          reading={reading.lt2.crossing}
          chosen={picked.lt2By === 'crossing'}
          choose={() => pick({ ...picked, lt2By: 'crossing' })}
        />
        <Method
          name="lt2"
          id="dmax"
          label="modified D-max"
          reading={reading.lt2.dmax}
          chosen={picked.lt2By === 'dmax'}
          choose={() => pick({ ...picked, lt2By: 'dmax' })}
        />
        <Apart watts={reading.lt2ApartW} />
      </fieldset>
      <div className="entry-row mt-2">
        <Concentration
          which="lt1"
          value={picked.lt1Mmol}
          set={(lt1Mmol) => pick({ ...picked, lt1Mmol })}
        />
        <Concentration
          which="lt2"
          value={picked.lt2Mmol}
          set={(lt2Mmol) => pick({ ...picked, lt2Mmol })}
        />
      </div>
    </section>
  );
}

function Method({
  name,
  id,
  label,
  reading,
  chosen,
  choose,
}: {
  name: string;
  id: string;
  label: string;
  reading: MethodReading;
  chosen: boolean;
  choose: () => void;
}) {
  return (
    <div className="method">
      <Form.Check
        type="radio"
        id={`${name}-${id}`}
        name={name}
        label={label}
        checked={chosen}
        onChange={choose}
      />
      {reading.ok ? (
        <Figure
          working={reading.value}
          label={`${name.toUpperCase()} ${label}`}
        >{`${roundHalfUp(reading.value.value)} W`}</Figure>
      ) : (
        <span className="soft small">{reading.reason}</span>
      )}
    </div>
  );
}

function Apart({ watts }: { watts: number | null }) {
  return watts === null ? null : (
    <p className="soft small mb-0">The two lie {roundHalfUp(watts)} W apart.</p>
  );
}

function Concentration({
  which,
  value,
  set,
}: {
  which: 'lt1' | 'lt2';
  value: number;
  set: (mmol: number) => void;
}) {
  const { low, high } = LACTATE_BOUNDS[which];
  return (
    <NumberField
      label={`${which.toUpperCase()} at, mmol/L`}
      bounds={[low, high]}
      wrong={`Between ${low} and ${high}.`}
      needed
      value={value}
      set={set}
    />
  );
}
