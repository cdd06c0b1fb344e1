import { printClock } from '@uphill/core/units';
import type { Protocol, TestStep } from '@uphill/core/testing';
import { useEffect, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';

/** The steps of a protocol with a clock that the coach runs beside the real ride. */
export function StepClock({
  protocol,
  optional,
  setOptional,
}: {
  protocol: Protocol;
  optional: boolean;
  setOptional: (on: boolean) => void;
}) {
  const steps = useMemo(
    () => protocol.steps.filter((step) => optional || !step.optional),
    [protocol, optional],
  );
  const clock = useClock(steps);
  const hasOptional = protocol.steps.some((step) => step.optional);
  const startWords = clock.index === null ? 'Start the clock' : 'Go on';
  return (
    <section className="sheet" aria-label="Steps">
      <h2>Steps</h2>
      {hasOptional && (
        <Form.Check
          id="optional-steps"
          className="mb-2"
          label="With the opener: 5:00 all-out, then 10:00 easy"
          checked={optional}
          onChange={({ target }) => setOptional(target.checked)}
        />
      )}
      <StepLines steps={steps} now={clock.index} inStepS={clock.inStepS} />
      <div className="d-flex gap-2 mt-3">
        <Button variant="outline-secondary" onClick={clock.running ? clock.pause : clock.start}>
          {clock.running ? 'Pause the clock' : startWords}
        </Button>
        <Button variant="outline-secondary" disabled={clock.index === null} onClick={clock.next}>
          Next step
        </Button>
      </div>
    </section>
  );
}

/** Steps in their order, the one under way with its clock. */
export function StepLines({
  steps,
  now,
  inStepS,
}: {
  steps: readonly TestStep[];
  now: number | null;
  inStepS: number;
}) {
  return (
    <ol className="test-steps">
      {steps.map((step, index) => (
        <li
          key={index}
          className={index === now ? 'test-step test-step-now' : 'test-step'}
          aria-current={index === now ? 'step' : undefined}
        >
          <span>
            <strong>{step.name}</strong> <span className="soft small">{step.say}</span>
          </span>
          <span className="text-nowrap">
            {clockWords(step.seconds, index === now ? inStepS : null)}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** What is left of the step under way; of any other, how long it is. */
function clockWords(seconds: number | null, inStepS: number | null): string {
  if (seconds === null) return inStepS === null ? 'until you stop' : printClock(inStepS);
  if (inStepS === null) return printClock(seconds);
  return `${printClock(Math.max(0, seconds - inStepS))} left`;
}

/** A clock that walks through the steps by itself and can be sent on; the step under way follows from the time. */
function useClock(steps: readonly TestStep[]) {
  const [at, setAt] = useState<{ from: number; since: number; beforeS: number } | null>(null);
  const [running, setRunning] = useState(false);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, [running]);
  const elapsedS =
    at === null ? 0 : Math.floor(at.beforeS + (running ? Math.max(0, now - at.since) / 1000 : 0));
  const { index, inStepS } =
    at === null ? { index: null, inStepS: 0 } : stepAt(steps, at.from, elapsedS);
  const start = (): void => {
    const moment = Date.now();
    setNow(moment);
    setAt((before) =>
      before === null ? { from: 0, since: moment, beforeS: 0 } : { ...before, since: moment },
    );
    setRunning(true);
  };
  const pause = (): void => {
    setAt((before) => before && { ...before, beforeS: elapsedS });
    setRunning(false);
  };
  const next = (): void => {
    const moment = Date.now();
    setNow(moment);
    if (index !== null)
      setAt({ from: Math.min(index + 1, steps.length - 1), since: moment, beforeS: 0 });
  };
  return { index, inStepS, running, start, pause, next };
}

/** Which step is under way so many seconds after one began; one without a length lasts until it is sent on. */
function stepAt(
  steps: readonly TestStep[],
  from: number,
  elapsedS: number,
): { index: number; inStepS: number } {
  let left = elapsedS;
  for (let index = from; index < steps.length; index += 1) {
    const seconds = steps[index]?.seconds ?? null;
    if (seconds === null || left < seconds || index === steps.length - 1)
      return { index, inStepS: left };
    left -= seconds;
  }
  return { index: steps.length - 1, inStepS: left };
}
