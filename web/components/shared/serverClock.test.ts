import { expect, test } from "vitest";
import { makeServerClock } from "./serverClock";

const HOUR = 3_600_000;

test("the answer that was under way the least sets the clock", () => {
  let local = 1000;
  const clock = makeServerClock(() => local);
  expect(clock.now(), "nothing heard yet").toBe(1000);
  clock.hear(HOUR + 1000 - 900);
  expect(clock.now()).toBe(HOUR + 100);
  local = 2000;
  clock.hear(HOUR + 2000 - 4);
  clock.hear(HOUR + 2000 - 300);
  expect(clock.now()).toBe(HOUR + 1996);
});

test("a clock that was set back is followed after a while", () => {
  const clock = makeServerClock(() => 0);
  clock.hear(HOUR);
  for (let i = 0; i < 40; i++) clock.hear(5);
  expect(clock.now()).toBe(5);
});
