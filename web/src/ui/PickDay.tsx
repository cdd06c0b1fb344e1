import type { DayUse } from '@uphill/core/units';
import { FocusTrap } from 'focus-trap-react';
import { CalendarDays } from 'lucide-react';
import { lazy, Suspense, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';

/** Tab stays in the calendar; Esc and a click beside it are this button’s own. */
const TRAP = {
  initialFocus: false,
  escapeDeactivates: false,
  clickOutsideDeactivates: true,
} as const;

const Calendar = lazy(async () => ({ default: (await import('./Calendar.tsx')).Calendar }));

interface Props {
  readonly label: string;
  readonly value: string;
  readonly use: DayUse;
  readonly pick: (day: string) => void;
}

/** Opens a calendar to pick a day from. */
export function PickDay({ label, value, use, pick }: Props) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const close = (): void => setOpen(false);
  return (
    <>
      <Button
        ref={button}
        variant="outline-secondary"
        className="date-pick"
        aria-label="Open the calendar"
        aria-expanded={open}
        aria-haspopup="dialog"
        onClick={() => setOpen(!open)}
      >
        <CalendarDays size={18} aria-hidden />
      </Button>
      <Overlay
        target={button}
        show={open}
        placement="bottom-end"
        flip
        rootClose
        onHide={close}
        transition={false}
      >
        <Popover
          className="date-popover"
          role="dialog"
          aria-label={`Calendar: ${label}`}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            event.stopPropagation();
            close();
          }}
        >
          <Suspense fallback={null}>
            <FocusTrap
              focusTrapOptions={{ ...TRAP, setReturnFocus: () => button.current ?? false }}
            >
              <div>
                <Calendar
                  value={value}
                  use={use}
                  pick={(day) => {
                    close();
                    pick(day);
                  }}
                />
              </div>
            </FocusTrap>
          </Suspense>
        </Popover>
      </Overlay>
    </>
  );
}
