import { useEffect, useState } from 'react';

/** Nothing for the first 300 ms, then the outlines of rows. */
export function Loading({ rows = 4 }: { rows?: number }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 300);
    return () => clearTimeout(timer);
  }, []);
  if (!late) return null;
  return (
    <div role="status" aria-label="Loading">
      {Array.from({ length: rows }, (_, row) => (
        <div key={row} className="outline-row" />
      ))}
    </div>
  );
}
