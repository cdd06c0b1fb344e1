import { SelectField } from '../../ui/SelectField.tsx';
import { type Chosen, Group } from './Group.tsx';

const shares = (percents: readonly number[]): (readonly [string, string])[] =>
  percents.map((percent) => [String(percent / 100), `${percent} %`] as const);

/** Limits by which rides are judged. Handbook sections 9.3 and 9.7. */
export function Reading({ choices, choose }: Chosen) {
  return (
    <Group title="Reading rides">
      <SelectField
        label="A set breaks where a rep falls under"
        options={shares([93, 94, 95, 96, 97])}
        value={String(choices.brokenShare)}
        choose={(share) => choose({ brokenShare: Number(share) })}
        hint="Of the lower limit of its band, and none comes back into it."
      />
      <SelectField
        label="A sprint at the end is"
        options={shares([4, 5, 6, 7, 8])}
        value={String(choices.sprintShare)}
        choose={(share) => choose({ sprintShare: Number(share) })}
        hint="The last 20 s above the rep’s mean: it was too easy."
      />
      <SelectField
        label="An Endurance ride is easy up to"
        options={shares([5, 7.5, 10, 12.5, 15])}
        value={String(choices.easyShare)}
        choose={(share) => choose({ easyShare: Number(share) })}
        hint="Of its time above the limit; mostly easy up to twice that."
      />
      <SelectField
        label="Work above FTP goes up after"
        options={[1, 2, 3].map((times) => [String(times), `${times} on target running`] as const)}
        value={String(choices.onTargetTimes)}
        choose={(times) => choose({ onTargetTimes: Number(times) })}
      />
    </Group>
  );
}
