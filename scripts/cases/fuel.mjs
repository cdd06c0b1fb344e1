/** The sums of fuel-hills.json that the core has, through its public functions. */
import { eating } from '@uphill/core/fuel';

export const FUEL = {
  eating: ({ kind, hours, burnKcalPerHour = 0, gutGPerHour = 60, alwaysFuel, unfuelled }) => {
    const { value } = eating({ kind, hours, burnKcalPerHour, gutGPerHour, alwaysFuel, unfuelled });
    return { expect: { gPerHour: value, grams: value * hours } };
  },
};
