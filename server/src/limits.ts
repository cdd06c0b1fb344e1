import { LARGEST_UPLOAD_MB } from '@uphill/api';

export const LARGEST_UPLOAD = LARGEST_UPLOAD_MB * 1024 * 1024;
/** Largest JSON body: a session of 200 steps is about 60 kB. */
export const LARGEST_BODY = 1024 * 1024;
