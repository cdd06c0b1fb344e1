import { render, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useFirstFew } from '../../src/ui/useFirstFew.ts';
import './support.tsx';

function Rows({ many }: { many: number }) {
  const drawn = useFirstFew(Array.from({ length: many }, (_, index) => index));
  return (
    <ul>
      {drawn.map((row) => (
        <li key={row}>{row}</li>
      ))}
    </ul>
  );
}

it('a long list is there whole in the end, in its order, few rows at first, and follows what changes', async () => {
  const { rerender } = render(<Rows many={100} />);
  expect(screen.getAllByRole('listitem').length).toBeLessThan(30);
  await waitFor(() => expect(screen.getAllByRole('listitem')).toHaveLength(100));
  expect(screen.getAllByRole('listitem').map(({ textContent }) => Number(textContent))).toEqual(
    Array.from({ length: 100 }, (_, index) => index),
  );
  rerender(<Rows many={5} />);
  expect(screen.getAllByRole('listitem')).toHaveLength(5);
  rerender(<Rows many={140} />);
  await waitFor(() => expect(screen.getAllByRole('listitem')).toHaveLength(140));
});
