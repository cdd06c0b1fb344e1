import type { ComponentProps } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Link } from 'react-router';

interface Marked {
  /** Set by the library, and of no meaning on a button or a link. */
  readonly 'aria-selected'?: unknown;
}

function PlainButton({ 'aria-selected': _, ...props }: ComponentProps<'button'> & Marked) {
  return <button type="button" {...props} />;
}

function PlainLink({ 'aria-selected': _, ...props }: ComponentProps<typeof Link> & Marked) {
  return <Link {...props} />;
}

interface ButtonProps extends ComponentProps<'button'> {
  /** Whether it is what is chosen now. */
  readonly current?: boolean;
}

/** Something to do or to choose, in a menu. */
export function MenuButton({ current = false, ...props }: ButtonProps) {
  return (
    <Dropdown.Item
      as={PlainButton}
      active={current}
      {...(current ? { 'aria-current': true } : {})}
      {...(props as object)}
    />
  );
}

/** Somewhere to go, in a menu. */
export function MenuLink({ to, children }: Pick<ComponentProps<typeof Link>, 'to' | 'children'>) {
  return (
    <Dropdown.Item as={PlainLink} to={to}>
      {children}
    </Dropdown.Item>
  );
}
