import { afterPain, type Pain, PAIN_SIGNS, type PainSign } from '@uphill/core/season';
import { useMemo, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { Caution } from '../../../ui/messages.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { Offers } from './Offers.tsx';
import type { PartProps } from './part.ts';
import { StillAllowed } from './StillAllowed.tsx';

const SCALES = [
  ['before', 'Before the ride'],
  ['during', 'During it'],
  ['nextMorning', 'Next morning'],
] as const;
const NONE: Pain = { before: 0, during: 0, nextMorning: 0, signs: [], calmDays: 0 };
const SIGNS = Object.entries(PAIN_SIGNS) as [PainSign, string][];

/** Something hurts: what its numbers and signs do to the plan, or whose word comes first. */
export function Hurt({ rider, season, inHand }: PartProps) {
  const [pain, setPain] = useState(NONE);
  const asked = pain !== NONE;
  const found = useMemo(() => afterPain(season, pain), [season, pain]);
  const offers = useMemo(() => ('refusal' in found ? [] : [found]), [found]);
  const sign = (id: PainSign, on: boolean): void =>
    setPain({
      ...pain,
      signs: on ? [...pain.signs, id] : pain.signs.filter((each) => each !== id),
    });
  return (
    <section className="sheet mb-3" aria-labelledby="hurt-title">
      <h2 id="hurt-title">When something hurts</h2>
      <div className="rise-form">
        {SCALES.map(([name, label]) => (
          <NumberField
            key={name}
            needed
            whole
            label={label}
            hint="0 to 10"
            bounds={[0, 10]}
            wrong="From 0 to 10."
            value={pain[name]}
            set={(value) => setPain({ ...pain, [name]: value })}
          />
        ))}
        <NumberField
          needed
          whole
          label="Days at most 1"
          hint="in a row"
          bounds={[0, 90]}
          wrong="From 0 to 90 days."
          value={pain.calmDays}
          set={(calmDays) => setPain({ ...pain, calmDays })}
        />
      </div>
      <div className="d-flex flex-wrap gap-3 my-2" role="group" aria-label="Signs">
        {SIGNS.map(([id, words]) => (
          <Form.Check
            key={id}
            id={`pain-${id}`}
            label={words}
            checked={pain.signs.includes(id)}
            onChange={({ target }) => sign(id, target.checked)}
          />
        ))}
      </div>
      {asked && 'refusal' in found && (
        <Caution>
          {found.refusal} What may still be done is the coach’s and the clinician’s to say; after a
          fall answer the health screen again. <Link to={`/riders/${rider.id}`}>Health screen</Link>
        </Caution>
      )}
      {asked && <Offers {...{ rider, season, inHand, offers }} />}
      {asked && <StillAllowed {...{ rider, season, inHand }} />}
    </section>
  );
}
