/** A request that cannot be done, with the sentence for the coach and the field it is about. */
export class Refusal extends Error {
  readonly status: number;
  readonly fields: readonly { field: string; reason: string }[];
  readonly both: { yours: unknown; theirs: unknown } | null;

  constructor(
    status: number,
    detail: string,
    over: { fields?: readonly { field: string; reason: string }[]; both?: { yours: unknown; theirs: unknown } } = {},
  ) {
    super(detail);
    this.status = status;
    this.fields = over.fields ?? [];
    this.both = over.both ?? null;
  }
}

/** What was asked for does not exist. */
export function notFound(what: string): Refusal {
  return new Refusal(404, `This ${what} does not exist, or no longer does.`);
}

/** A field holds something that cannot be used. */
export function badField(field: string, reason: string): Refusal {
  return new Refusal(422, reason, { fields: [{ field, reason }] });
}

/** An edit was made from a version that is no longer the stored one. */
export function conflict(yours: unknown, theirs: unknown): Refusal {
  return new Refusal(409, 'This was changed elsewhere in the meantime. Nothing was overwritten.', { both: { yours, theirs } });
}
