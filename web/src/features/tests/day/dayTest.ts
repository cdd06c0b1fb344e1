import type { NewTest, Rider, TestDay, TestDayDraft } from '@uphill/api';

/** What every test that ends a test day carries, whichever way it was read. */
export function dayTest(rider: Rider, day: TestDay, draft: TestDayDraft) {
  return {
    protocol: day.protocol,
    date: draft.date,
    powerSource: rider.powerSource,
    setup: draft.setup,
    expectedW: draft.expectedW,
    note: draft.note,
    testDayId: day.id,
  } satisfies Partial<NewTest>;
}
