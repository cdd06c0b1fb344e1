import { formatISO } from 'date-fns';

/** Today where the coach sits, `yyyy-mm-dd`. */
export function today(): string {
  return formatISO(new Date(), { representation: 'date' });
}
