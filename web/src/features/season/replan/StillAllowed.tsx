import { mondayOf, planWeek } from '@uphill/core/season';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { seasonApi } from '../../../shared/api/season.ts';
import { today } from '../../../shared/dates.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import type { PartProps } from './part.ts';

/** What the coach still allows while something hurts: a line of this week's briefing, so that the rider reads it. */
export function StillAllowed({ rider, season, inHand }: PartProps) {
  const [line, setLine] = useState('');
  const [change] = seasonApi.useChangeWeekSaidMutation();
  const { act, problem } = useAct();
  const monday = mondayOf(today());
  const stored = inHand.data?.weeks.find((week) => week.monday === monday);
  const add = async (): Promise<void> => {
    const before = stored?.briefing ?? planWeek(season, monday)?.briefing ?? [];
    const briefing = [...before, `While it hurts: ${line.trim()}`];
    const done = await act(
      () => change({ riderId: rider.id, monday, version: stored?.version ?? 0, briefing }),
      'It stands in this week’s briefing.',
    );
    if (done !== undefined) setLine('');
  };
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <Form.Label htmlFor="still-allowed">What may still be done</Form.Label>
      <div className="d-flex gap-2">
        <Form.Control
          id="still-allowed"
          maxLength={250}
          placeholder="flat, high cadence, an hour at most"
          value={line}
          onChange={({ target }) => setLine(target.value)}
        />
        <Button
          type="submit"
          variant="outline-secondary"
          className="text-nowrap"
          disabled={line.trim() === ''}
        >
          Add to the briefing
        </Button>
      </div>
      <ProblemNote problem={problem} />
    </form>
  );
}
