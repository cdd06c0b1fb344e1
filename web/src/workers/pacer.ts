const TICK_MS = 100;

/** Rides seconds at so many times real time, and tells the page ten times a second. */
export function pacer<Second>() {
  let timer: ReturnType<typeof setInterval> | undefined;
  let owed = 0;
  return {
    stop(): void {
      clearInterval(timer);
    },
    /**
     * @param speed seconds ridden in a second
     * @param ride what is ridden; it says null when there is no more
     * @param seconds where every second ridden is put
     * @param tell called after each tick; false to go no further
     */
    run(
      speed: number,
      ride: { readonly step: () => Second | null },
      seconds: Second[],
      tell: () => boolean,
    ): void {
      clearInterval(timer);
      let before = performance.now();
      timer = setInterval(() => {
        const now = performance.now();
        owed += ((now - before) / 1000) * speed;
        before = now;
        // A page that slept a while does not ride the missed time at once.
        owed = Math.min(owed, speed);
        for (; owed >= 1; owed -= 1) {
          const second = ride.step();
          if (!second) break;
          seconds.push(second);
        }
        if (!tell()) clearInterval(timer);
      }, TICK_MS);
    },
  };
}
