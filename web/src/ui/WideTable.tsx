import { useEffect, useRef, useState } from 'react';
import Table, { type TableProps } from 'react-bootstrap/Table';

interface Props extends Omit<TableProps, 'responsive'> {
  /** What it is a table of, told where it has to be scrolled. */
  readonly of: string;
}

/** A table that scrolls sideways where its place is too narrow, by keys as by touch. */
export function WideTable({ of, ...table }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [scrolls, setScrolls] = useState(false);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setScrolls(box.scrollWidth > box.clientWidth));
    for (const each of [box, ...box.children]) watch.observe(each);
    return () => watch.disconnect();
  }, []);
  const reached = scrolls ? { tabIndex: 0, role: 'group', 'aria-label': `${of}, scrolls` } : {};
  return (
    <div ref={frame} className="table-responsive" {...reached}>
      <Table {...table} />
    </div>
  );
}
