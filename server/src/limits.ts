import { LARGEST_UPLOAD_MB } from '@uphill/api';

export const LARGEST_UPLOAD = LARGEST_UPLOAD_MB * 1024 * 1024;
/** A request has to be there within this, ms. */
export const REQUEST_MS = 180_000;
/** Longer than any part of an address that leads somewhere. */
export const LONGEST_PARAMETER = 200;
/** Uploads that are read at once; the rest wait their turn. One more than there are threads: they never wait for the disk. */
export const UPLOADS_AT_ONCE = 3;
/** Largest JSON body: a session of 200 steps is about 60 kB. */
export const LARGEST_BODY = 1024 * 1024;
