import type { Rider, StoredWeek, WeekChange } from '@uphill/api';
import { type PERIODS, WEEK_KINDS, type WeekSaid } from '@uphill/core/season';
import { systemName, SYSTEMS } from '@uphill/core/sessions';
import { memo } from 'react';
import { seasonApi } from '../../../shared/api/season.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { WEEK_WORDS } from '../weekWords.ts';

interface Props {
  readonly rider: Rider;
  readonly monday: string;
  readonly stored: StoredWeek | null;
  readonly said: WeekSaid;
}

const KINDS = WEEK_KINDS.map((kind) => [kind, WEEK_WORDS[kind]] as const);
const PERIOD_WORDS: readonly (readonly [(typeof PERIODS)[number], string])[] = [
  ['base', 'Base: two days between hard days'],
  ['build', 'Build: one day between hard days'],
];

/** What kind of week it is, by hand until blocks say it. */
export const WeekKindForm = memo(function WeekKindForm({ rider, monday, stored, said }: Props) {
  const [change] = seasonApi.useChangeWeekSaidMutation();
  const { act, problem } = useAct();
  const say = (next: Omit<WeekChange, 'version'>): void =>
    void act(
      () => change({ riderId: rider.id, monday, version: stored?.version ?? 0, ...next }),
      'The week is changed.',
    );
  const { kind, period, system } = said;
  return (
    <section className="sheet week-kind" aria-labelledby="kind-title">
      <h2 id="kind-title">The week</h2>
      <div className="field-row">
        <SelectField
          label="Kind"
          options={KINDS}
          value={kind}
          choose={(next) => say({ kind: next })}
        />
        <SelectField
          label="Period"
          options={PERIOD_WORDS}
          value={period}
          choose={(next) => say({ period: next })}
        />
        <SelectField
          label="System it is about"
          options={[
            ['none', 'None in particular'],
            ...SYSTEMS.map((each) => [each, systemName(each)] as const),
          ]}
          value={system ?? 'none'}
          choose={(next) => say({ system: next === 'none' ? null : next })}
        />
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
});
