import { Children, type ReactNode, useEffect, useRef } from 'react';
import { useLocation, useParams } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { inField } from '../shared/keys/press.ts';

interface Props {
  readonly children: ReactNode;
  /** What the view is called in the window's title; the heading itself where it is plain words. */
  readonly name?: string;
  readonly id?: string;
  readonly className?: string;
}

/** The address last arrived at; none when the page has just been opened. */
let arrivedAt: string | null = null;

/**
 * The heading of a view: names the window by view and rider, and takes the focus on arrival, so that a view that
 * changed is heard as well as seen. Who is typing already is left in peace.
 */
export function Heading({ children, name, id, className }: Props) {
  const { pathname } = useLocation();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const before = arrivedAt;
    arrivedAt = pathname;
    if (before === null || before === pathname || inField(document.activeElement)) return;
    heading.current?.focus({ preventScroll: true });
  }, [pathname]);
  return (
    <>
      <title>{useTitle(name ?? wordsIn(children))}</title>
      <h1 ref={heading} tabIndex={-1} id={id} className={className}>
        {children}
      </h1>
    </>
  );
}

function wordsIn(children: ReactNode): string {
  return Children.toArray(children)
    .filter((child) => typeof child === 'string' || typeof child === 'number')
    .join('');
}

/** "Tests · Ines Okafor · Uphill Count". */
function useTitle(view: string): string {
  const { riderId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId, { skip: riderId === '' });
  const parts = [view, rider && rider.id === riderId ? rider.name : '', 'Uphill Count'];
  return [...new Set(parts.filter((part) => part !== ''))].join(' · ');
}
