import { z } from 'zod';

/** Kinds of things that open pages follow. */
export const HEARD = [
  ...(['riders', 'tests', 'testDays', 'schemes', 'rides', 'sessions', 'days', 'hills'] as const),
  ...(['markedEfforts', 'journal'] as const),
] as const;
/** What changed, by whomever: the kind of thing, and whose it is ('' where it is nobody's). */
export const heardSchema = z.array(z.object({ what: z.enum(HEARD), riderId: z.string() }));
export type Heard = z.infer<typeof heardSchema>;
