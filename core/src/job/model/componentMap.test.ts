import { expect, test } from "vitest";
import { part } from "../../testing/parts";
import { bench, positionRecord, records } from "../../testing/jobs";
import { channelsOf, componentMap } from "./componentMap";

const at = (id: number, designator: string, section: string, channel: string | null) =>
  positionRecord(id, designator, part(10, 50), { section, channel });
/** A left channel of three parts and the supply. */
function job() {
  const b = bench(
    records({ positions: [at(1, "C11", "Left", "L"), at(2, "C12", "Left", "L"), at(3, "C13", "Left", "L"), at(4, "C1", "Supply", null)] }),
  );
  return { say: (line: string) => b.type(line), model: () => b.model() };
}

test("one sheet serves a channel by section; what is common has its own", () => {
  const { say, model } = job();
  say("C11 plus up");
  const { positions, unit } = model();
  expect(channelsOf(positions)).toEqual(["L"]);
  const left = componentMap(positions, unit.notes.laid, "L");
  expect(left.sections.map((s) => [s.section, s.rows.map((r) => r.position.designator)])).toEqual([["Left", ["C11", "C12", "C13"]]]);
  expect(left.sections[0]!.rows[0]!.laid).toEqual({ name: "C11", points: "up", plus: null });
  expect(componentMap(positions, unit.notes.laid, null).sections.map((s) => s.section)).toEqual(["Supply"]);
});

test("a part that lies against its neighbours is called out, in a tie nobody is", () => {
  const { say, model } = job();
  for (const line of ["C11 plus up", "C12 plus up", "C13 plus down"]) say(line);
  const reversed = () => {
    const { positions, unit } = model();
    return componentMap(positions, unit.notes.laid, "L")
      .sections[0]!.rows.filter((r) => r.reversed)
      .map((r) => r.position.designator);
  };
  expect(reversed()).toEqual(["C13"]);
  say("C12 plus left");
  expect(reversed(), "up, left and down: no way is the usual one").toEqual([]);
  say("C12 plus up");
  for (const line of ["C11 plus to ground", "C12 plus to ground", "C13 plus to rail"]) say(line);
  expect(reversed()).toEqual(["C13"]);
});

test("the last word on a part counts, its direction and where its plus goes apart", () => {
  const { say, model } = job();
  for (const line of ["C11 plus up", "C11 plus to ground", "C11 plus right"]) say(line);
  expect(model().unit.notes.laid).toEqual([{ name: "C11", points: "right", plus: "ground" }]);
});
