import { healthOnDay } from '../../../shared/riderOnDay.ts';
import { Health } from '../../../ui/health/Health.tsx';
import { Expect } from './Expect.tsx';
import { Prepare } from './Prepare.tsx';
import { ReadDay, type ReadProps } from './ReadDay.tsx';
import { RideStage } from './RideStage.tsx';
import type { Stage } from './StageList.tsx';

/** One stage of a test day; what the health screen holds back waits in it, and the rest goes on. */
export function StageView(props: ReadProps) {
  const { rider, protocol, draft, change } = props;
  const health = healthOnDay(rider, draft.date);
  const blood = protocol.reading.kind === 'lactate' && !health.bloodSampling;
  const held = (protocol.maximal && !health.maximal) || blood;
  const next = (stage: Stage) => (): void => change({ stage });
  const shared = { rider, protocol, draft, change };
  return (
    <>
      {held && (
        <div className="mb-3">
          <p className="mb-0">
            {blood
              ? 'Anticoagulants or a bleeding disorder: no blood is taken until a clinician agrees.'
              : 'Nothing maximal is ridden before the health screen is clear.'}
          </p>
          <Health rider={rider} first />
        </div>
      )}
      {draft.stage === 'expect' && <Expect {...shared} next={next('prepare')} />}
      {draft.stage === 'prepare' && <Prepare {...shared} next={next('ride')} />}
      {draft.stage === 'ride' && held && (
        <p className="soft">
          The ride waits for the health screen above. Expecting, preparing and reading go on
          meanwhile.
        </p>
      )}
      {draft.stage === 'ride' && !held && <RideStage {...shared} next={next('read')} />}
      {draft.stage === 'read' && <ReadDay {...props} />}
    </>
  );
}
