let stale = false;

/** Notices when a part of the page is no longer where it was: the program was brought up to date meanwhile. */
export function watchParts(): void {
  window.addEventListener('vite:preloadError', () => {
    stale = true;
  });
}

/** Whether the page has to be loaded anew before a view that broke can be whole. */
export function isStale(): boolean {
  return stale;
}
