import type { Rider, TestDayDraft } from '@uphill/api';
import type { Protocol } from '@uphill/core/testing';
import { useNavigate } from 'react-router';
import { testDaysApi } from '../../shared/api/testDays.ts';
import { today } from '../../shared/dates.ts';
import { riderOnDay } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';

/** Starts a test day and goes to it. */
export function useStartTestDay(rider: Rider) {
  const navigate = useNavigate();
  const [begin, { isLoading }] = testDaysApi.useAddTestDayMutation();
  const { act, problem } = useAct();
  const start = async (
    protocol: Protocol,
    own: Pick<TestDayDraft, 'expectedW' | 'setup' | 'ramp'> & Partial<TestDayDraft>,
  ): Promise<void> => {
    const day = await act(() =>
      begin({
        riderId: rider.id,
        protocol: protocol.id,
        draft: {
          stage: 'expect',
          date: today(),
          expectedBpm: riderOnDay(rider, today()).thresholdBpm,
          onS: 30,
          slopePercent: 3,
          optional: false,
          way: null,
          ride: null,
          recordingId: null,
          typed: {},
          samples: [],
          note: '',
          ...own,
        },
      }),
    );
    if (day) void navigate(`/riders/${rider.id}/test-days/${day.id}`);
  };
  return { start, busy: isLoading, problem };
}
