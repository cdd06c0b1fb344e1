/** A fresh id for a step or set. */
export const newId = (): string => crypto.randomUUID().slice(0, 13);
