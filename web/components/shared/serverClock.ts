/** How many of the last times heard are kept: a clock set anew on either side is followed after as many. */
const KEPT = 32;

interface ServerClock {
  /** `now`: what the server's clock said when it answered, ms since the epoch */
  hear(now: number): void;
  now(): number;
}

/**
 * The server's clock as this browser sees it. Every answer was under way for a while, so each shows the server's clock too early; the one
 * that was under way the least is the nearest.
 * @param local this browser's clock, ms since the epoch
 */
export function makeServerClock(local: () => number = Date.now): ServerClock {
  const ahead: number[] = [];
  return {
    hear(now) {
      ahead.push(now - local());
      if (ahead.length > KEPT) ahead.shift();
    },
    now: () => local() + (ahead.length > 0 ? Math.max(...ahead) : 0),
  };
}
