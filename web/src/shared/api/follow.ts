import { type Heard, heardSchema } from '@uphill/api';
import type { UnknownAction } from '@reduxjs/toolkit';
import { api, changed, type TAG_TYPES } from './client.ts';

type TagType = (typeof TAG_TYPES)[number];

/** What else is worked out from a kind of thing, so that it is stale with it. */
const BESIDES: Partial<Record<Heard[number]['what'], readonly TagType[]>> = {
  riders: ['models', 'tests', 'days'],
  tests: ['models', 'riders'],
  rides: ['models', 'recordings', 'riders'],
  markedEfforts: ['models'],
  days: ['riders', 'rides'],
};

/** What is stale by changes that were heard of; those of nobody's make everybody's stale. */
function staleBy(heard: Heard) {
  return heard.flatMap(({ what, riderId }) => {
    const types: TagType[] = [what, ...(BESIDES[what] ?? [])];
    return riderId === '' ? types : changed(riderId, ...types);
  });
}

const CHANNEL = 'uphill-count';
const LEADER = 'uphill-count-events';

/**
 * Follows what anybody changes: whatever of it is on show is asked for again. Of all tabs of a browser one listens and
 * tells the others, since a browser allows a server only a few connections.
 */
export function followChanges(dispatch: (action: UnknownAction) => unknown): void {
  const take = (heard: Heard): void => void dispatch(api.util.invalidateTags(staleBy(heard)));
  const others = new BroadcastChannel(CHANNEL);
  others.addEventListener('message', ({ data }) => {
    const read = heardSchema.safeParse(data);
    if (read.success) take(read.data);
  });
  const tell = (heard: Heard): void => {
    take(heard);
    others.postMessage(heard);
  };
  // Whoever holds the lock listens until its tab is closed; then the next one does.
  void navigator.locks.request(LEADER, () => new Promise<never>(() => listen(tell)));
}

function listen(tell: (heard: Heard) => void): void {
  const source = new EventSource('/api/events');
  let lost = false;
  source.addEventListener('message', ({ data }: MessageEvent<string>) => {
    const read = heardSchema.safeParse(JSON.parse(data));
    if (read.success) tell(read.data);
  });
  source.addEventListener('error', () => {
    lost = true;
    // A server that is not there yet ends the stream for good; it is looked for again.
    if (source.readyState !== EventSource.CLOSED) return;
    setTimeout(() => listen(tell), AGAIN_MS);
  });
  source.addEventListener('open', () => {
    // What was changed while nobody listened is not told again.
    if (lost) tell(EVERYTHING);
    lost = false;
  });
}

const AGAIN_MS = 2000;
const EVERYTHING: Heard = heardSchema.element.shape.what.options.map((what) => ({
  what,
  riderId: '',
}));
