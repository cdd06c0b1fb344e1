import { Link } from 'react-router';
import { schemesApi } from '../../shared/api/schemes.ts';
import { useAct } from '../../shared/useAct.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { TimeZone } from '../../ui/TimeZone.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** What holds for the whole house. */
export function SettingsPage() {
  const { data: settings } = schemesApi.useSettingsQuery();
  const [change] = schemesApi.useChangeSettingsMutation();
  const { act, problem } = useAct();
  if (!settings) return <Loading />;
  return (
    <>
      <Heading>Settings</Heading>
      <section className="sheet narrow" aria-label="Where you are">
        <h2>Where you are</h2>
        <ProblemNote problem={problem} />
        <TimeZone
          value={settings.timeZone}
          set={(zone) =>
            zone !== null &&
            void act(() => change({ ...settings, timeZone: zone }), 'Time zone changed.')
          }
        />
        <p className="soft mb-0">
          A file that tells only world time is dated by it. A rider elsewhere has a time zone of
          their own. The scheme of new riders is chosen among <Link to="/schemes">the schemes</Link>
          .
        </p>
      </section>
    </>
  );
}
