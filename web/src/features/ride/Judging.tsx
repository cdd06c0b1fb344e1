import type { SessionEvent, SetOffer } from '@uphill/core/simulation';
import { useEffect, useRef } from 'react';
import Button from 'react-bootstrap/Button';

type Press = (did: SessionEvent['did']) => void;

/** "Five", "two": reps that are left, in words. */
const COUNTS = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];

const WHY: Readonly<Record<SetOffer['why'], string>> = {
  under: 'That was the set.',
  breaks: 'As asked, the rest of the set does not hold.',
  unwell:
    'Not well: end it here. With pain in the chest, dizziness or a fluttering heart, see a doctor.',
};

/** RPE at 1:00 of a ceiling rep, by one of three buttons. */
export function AskRpe({ press }: { press: Press }) {
  return (
    <section className="ride-judged" aria-label="How hard is it?">
      <p>How hard, of 10?</p>
      <Button variant="outline-secondary" onClick={() => press('rpeUnder7')}>
        <kbd>1</kbd> Under 7
      </Button>
      <Button variant="outline-secondary" onClick={() => press('rpe7')}>
        <kbd>2</kbd> Seven
      </Button>
      <Button variant="outline-secondary" onClick={() => press('rpeOver7')}>
        <kbd>3</kbd> Over 7
      </Button>
    </section>
  );
}

/** A set that does not hold: ending it stands first; the watts that save it, riding easy, going on as asked. */
export function Offer({ offer, press }: { offer: SetOffer; press: Press }) {
  const { why, rescueW, repsLeft } = offer;
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => first.current?.focus({ preventScroll: true }), [why]);
  const onlyEnd = why === 'unwell';
  return (
    <section className="ride-judged" aria-label="The set" aria-live="polite">
      <p>{WHY[why]}</p>
      <Button ref={first} onClick={() => press('lastOne')}>
        <kbd>E</kbd> End the set
      </Button>
      {onlyEnd ? (
        <Button variant="outline-secondary" onClick={() => press('stop')}>
          End the ride
        </Button>
      ) : (
        <>
          {rescueW !== null && (
            <Button variant="outline-secondary" onClick={() => press('rescue')}>
              <kbd>R</kbd> {rescueW} W from now, and {holdWords(repsLeft)}
            </Button>
          )}
          <Button variant="outline-secondary" onClick={() => press('rideEasy')}>
            <kbd>Y</kbd> Ride easy
          </Button>
          <Button variant="outline-secondary" onClick={() => press('goOn')}>
            <kbd>G</kbd> Go on as asked
          </Button>
          <Button variant="outline-secondary" onClick={() => press('rpe10')}>
            RPE 10
          </Button>
          <Button variant="outline-secondary" onClick={() => press('unwell')}>
            Unwell
          </Button>
        </>
      )}
    </section>
  );
}

/** "All five hold", "the last one holds". */
function holdWords(left: number): string {
  if (left === 1) return 'the last one holds';
  return left === 2 ? 'both hold' : `all ${COUNTS[left] ?? left} hold`;
}
