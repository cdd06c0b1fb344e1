import { afterDaysOff, afterIllness, daysWithoutRiding, type Offer } from '@uphill/core/season';
import { useMemo, useState } from 'react';
import { firstName } from '../../../shared/riderOnDay.ts';
import { Caution } from '../../../ui/messages.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { GoalAgain } from './GoalAgain.tsx';
import { Offers } from './Offers.tsx';
import type { PartProps } from './part.ts';
import { WorkingFtp } from './WorkingFtp.tsx';

/** Days without riding, or ill: what follows by their number, which the coach may type. */
export function Pause({ rider, season, inHand }: PartProps) {
  const found = useMemo(() => daysWithoutRiding(season), [season]);
  const [days, setDays] = useState<number | null>(null);
  const [ill, setIll] = useState(0);
  const off = days ?? found;
  const offers = useMemo((): readonly Offer[] => {
    const rest = afterDaysOff(season, off);
    return ill > 0 ? [afterIllness(season, ill), rest] : [rest];
  }, [season, off, ill]);
  return (
    <section className="sheet mb-3" aria-labelledby="pause-title">
      <h2 id="pause-title">After days without riding</h2>
      <div className="rise-form">
        <NumberField
          needed
          whole
          label="Days in a row without riding"
          hint={`${found} up to last evening`}
          bounds={[0, 365]}
          wrong="From 0 to 365 days."
          value={off}
          set={setDays}
        />
        <NumberField
          needed
          whole
          label="Of them ill"
          hint="0: not ill"
          bounds={[0, 90]}
          wrong="From 0 to 90 days."
          value={ill}
          set={setIll}
        />
      </div>
      {ill > 0 && (
        <Caution>
          With fever {firstName(rider.name)} does not train until 48 hours without it and without
          medicine for it; after chest pain, breathlessness or an odd heartbeat not before a
          clinician’s word. Answer the health screen again.
        </Caution>
      )}
      <Offers {...{ rider, season, inHand, offers }} />
      <WorkingFtp rider={rider} days={off} />
      <GoalAgain rider={rider} season={season} days={off} />
    </section>
  );
}
