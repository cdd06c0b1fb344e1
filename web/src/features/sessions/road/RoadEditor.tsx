import type { Band } from '@uphill/core/zones';
import type { Plan, RiderOnDay, SessionNumbers, SessionVerdict } from '@uphill/core/sessions';
import { BalanceStrip } from '../../../charts/BalanceStrip.tsx';
import { RoadSection } from '../../../charts/RoadSection.tsx';
import type { EditPlan } from '../draftSlice.ts';
import { useRoad } from './useRoad.ts';

interface Props {
  /** The plan as it stands, to which edits apply. */
  readonly plan: Plan;
  readonly asks: SessionNumbers;
  readonly verdict: SessionVerdict;
  readonly bands: readonly Band[] | null;
  readonly rider: RiderOnDay;
  readonly chosen: string | null;
  readonly choose: (stepId: string | null) => void;
  readonly edit: EditPlan;
  readonly preview: (plan: Plan | null) => void;
}

/** The session drawn and edited on the drawing, W′ balance beneath it. */
export function RoadEditor({
  plan,
  asks,
  verdict,
  bands,
  rider,
  chosen,
  choose,
  edit,
  preview,
}: Props) {
  const [frame, road] = useRoad({ plan, segments: asks.segments, chosen, choose, edit, preview });
  return (
    <div
      ref={frame}
      className={`sheet road-sheet${road.lifted ? ' road-lifted' : ''}`}
      tabIndex={0}
      role="group"
      aria-label="The road. Arrows choose a step; Shift with arrows changes its time and target; Space lifts it"
      onKeyDown={road.onKey}
    >
      <RoadSection
        asks={asks}
        bands={bands}
        chosen={chosen}
        choose={choose}
        drag={{ begin: road.begin, move: road.move, end: road.end, ftpW: rider.ftpW }}
      />
      <BalanceStrip segments={asks.segments} totalS={asks.totalS.value} verdict={verdict} />
      <p className="road-label" aria-live="polite">
        {road.label}
      </p>
    </div>
  );
}
