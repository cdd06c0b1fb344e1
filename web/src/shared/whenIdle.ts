/**
 * Does something as soon as nothing else is to be done; a moment later where the browser cannot tell.
 *
 * @returns what calls it off
 */
export function whenIdle(work: () => void): () => void {
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(work, 1);
    return () => clearTimeout(timer);
  }
  const idle = requestIdleCallback(work);
  return () => cancelIdleCallback(idle);
}
