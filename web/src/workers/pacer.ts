const TICK_MS = 100;

/** Rides seconds at so many times real time, and tells the page ten times a second. */
export function pacer() {
  let timer: ReturnType<typeof setInterval> | undefined;
  let owed = 0;
  return {
    stop(): void {
      clearInterval(timer);
    },
    /**
     * @param speed seconds ridden in a second
     * @param second rides one; false when there is no more
     * @param tell called after each tick; false to go no further
     */
    run(speed: number, second: () => boolean, tell: () => boolean): void {
      clearInterval(timer);
      let before = performance.now();
      timer = setInterval(() => {
        const now = performance.now();
        owed += ((now - before) / 1000) * speed;
        before = now;
        // A page that slept a while does not ride the missed time at once.
        owed = Math.min(owed, speed);
        for (; owed >= 1; owed -= 1) if (!second()) break;
        if (!tell()) clearInterval(timer);
      }, TICK_MS);
    },
  };
}
