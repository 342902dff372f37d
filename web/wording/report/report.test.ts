import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { OfferView } from "../../schemas/jobView";
import type { PhotoView } from "../../schemas/photo";
import type { RecordingView } from "../../schemas/recording";
import { jobView } from "../testing";
import { enclosedOf, reportPaper, type ReportBlock } from ".";

const textOf = (blocks: readonly ReportBlock[]): string =>
  blocks
    .map((b) => {
      switch (b.kind) {
        case "heading":
        case "text":
          return b.text;
        case "list":
          return b.items.join("\n");
        case "table":
          return [b.head, ...b.rows].map((r) => r.join(" | ")).join("\n");
        case "bars":
          return `${b.title}: ${b.rows.map((r) => `${r.name} ${r.before} ${r.after}`).join(", ")}`;
        case "response":
          return b.title;
        case "pictures":
          return b.pictures.map((p) => p.about).join(", ");
      }
    })
    .join("\n");
const paper = (who: "owner" | "technician", ...said: string[]) => textOf(reportPaper(jobView(...said), who).blocks);

describe("for the owner", () => {
  test("what was done is what went in; a part that was no fault is called a precaution", () => {
    const text = paper("owner", "C1 out 400u 12r", "C1 fitted 4700u 50v", "C21 fitted 4.7u 50v");
    expect(text).toContain("1 worn or failed part replaced: C1 (reservoir).");
    expect(text).toContain("1 more part replaced as a precaution: C21.");
  });
  test("nothing is called proven that was not shown, and the complaint decides last", () => {
    expect(paper("owner", "C1 fitted 4700u 50v")).toContain("The repair has not been tested yet.");
    const text = paper("owner", "C1 fitted 4700u 50v", "offset l 8mv r 12mv", "hum gone");
    expect(text).toContain("DC at the outputs: as it should be.");
    expect(text).toContain("The complaint itself: gone.");
    expect(paper("owner", "C1 fitted 4700u 50v", "still hums")).toContain("The complaint itself: out of its limits.");
  });
  test("what the owner agreed to stands in it, and what to watch", () => {
    const text = paper("owner", "agreed section up to 120", "fault left tweeter rattles");
    expect(text).toMatch(/Agreed on .*: the whole section, up to .* 120\.00\./);
    expect(text).toContain("Not repaired: left tweeter rattles.");
  });
});

test("cost and warranty stand in the letter as they were entered, and only then", () => {
  expect(paper("owner", "C1 fitted 4700u 50v")).not.toContain("Cost");
  const text = paper("owner", "C1 fitted 4700u 50v", "cost 85,50", "warranty 6 months");
  expect(text).toContain("Cost: € 85.50.\nWarranty on this repair: 6 months.");
  expect(paper("owner", "no warranty")).toContain("Warranty on this repair: none.");
});

test("what is faulty and stays in is in the letter in plain words, whatever its class", () => {
  const text = paper("owner", "C21 out esr over", "C14 out 80u 1.9r", "D3 out shorted", "C1 esr 0.03");
  expect(text).toContain("C21 is faulty and stays in.");
  expect(text).toContain("Found faulty and not replaced: D3.");
  expect(text).toContain("Not fully tested, still in: C1.");
  expect(paper("owner", "D3 out shorted", "replaced D3")).not.toContain("not replaced");
});

test("recordings and pictures are enclosed with the technician's paper, the owner's letter stays plain", () => {
  const shows = (level: number, there: boolean) => ({
    channels: [{ noise: { level, levelA: level - 8 }, hum: { level, there }, bands: [] }],
  });
  const recorded = (moment: "before" | "after", level: number, there: boolean) =>
    ({ name: `${moment}.wav`, moment, played: "nothing", shows: shows(level, there) }) as unknown as RecordingView;
  const photo = (id: number, moment: "before" | "after") =>
    ({ id, about: moment === "after" ? "C1 in" : null, moment, width: 4, height: 3 }) as PhotoView;
  const enclosed = enclosedOf([recorded("before", -40, true), recorded("after", -92, false)], [photo(2, "after"), photo(1, "before")]);
  const text = textOf(reportPaper(jobView("C1 fitted 4700u 50v"), "technician", { enclosed }).blocks);
  expect(text).toContain("Hum, all harmonics | −40.0 dBFS | none above −92.0 dBFS | at least 52.0 dB");
  expect(text).toContain("Pictures\nThe unit, C1 in");
  expect(textOf(reportPaper(jobView(), "owner", { enclosed }).blocks)).not.toMatch(/Hum, all|C1 in/);
});

test("an owner who has not decided is told what can be done and what it costs; one who has is not asked again", () => {
  const comeback = { expected: 0.1, low: 0.05, high: 0.2 };
  const offer = {
    quotes: [
      { scope: "provenBad", designators: ["C1"], cents: 210, unpriced: [], minutes: 12, unproven: [], comeback },
      { scope: "section", designators: [], cents: 0, unpriced: [], minutes: 0, unproven: [], comeback },
    ],
    history: {},
  } as unknown as OfferView;
  const told = (...said: string[]) => textOf(reportPaper(jobView(...said), "owner", { offer }).blocks);
  expect(told()).toContain("What is confirmed bad | 1 | € 2.10 | 12 min");
  expect(told()).not.toContain("The whole section |");
  expect(told("agreed proven bad up to 20")).not.toContain("What can be done");
  expect(paper("technician")).not.toContain("What can be done");
});

describe("for the next technician", () => {
  test("readings before and after, points, proof, and what was said besides", () => {
    const text = paper(
      "technician",
      "C1 esr 0.8",
      "C1 fitted 4700u 50v lot 2431",
      "C1 esr 0.03",
      "rail +15 11.7",
      "rated 50w into 8",
      "clip l 20v into 8",
      "note the lid rattles",
    );
    expect(text).toContain("4700 µF 50 V, lot 2431");
    expect(text).toContain("ESR before and after: C1 0.8 0.03");
    expect(text).toMatch(/C1, new part, 4700 µF 50 V \| .*\| ESR 0\.03 Ω/);
    expect(text).toContain("rail +15");
    expect(text).toContain("50 W into 8 Ω, +0.0 dB");
    expect(text).toContain("the lid rattles");
  });
  test("a step out of its order says why, a simulated unit says that it is one", () => {
    const text = paper(
      "technician",
      "simulated",
      "variac",
      "stage loaded anyway because it ran yesterday",
      "step 100% anyway because it ran yesterday",
      "draw 0.1a",
    );
    expect(text).toContain("out of order: it ran yesterday");
    expect(text).toContain("Read on a simulated unit.");
  });
});

describe("a report says what the record says, and no more", () => {
  test("a part that took the complaint with it is named, measured or not, whatever the table knows", () => {
    const owner = paper("owner", "changed C21, hum gone");
    expect(owner).toContain("The fault was traced to C21: after it was replaced, it was gone.");
    expect(owner).toContain("Replaced: C21 (coupling).");
    expect(owner).not.toMatch(/precaution|%|[Ss]uspect|No cause/);
    const technician = paper("technician", "replaced R5 with 4k7, hum gone");
    expect(technician).toContain("Cured by the repair: R5 replaced, and the complaint was gone.");
    expect(technician).toMatch(/^R5 \| .* \| 4\.7 kΩ \| not measured before$/m);
  });

  test("parts changed together confirm the set, never one of it", () => {
    const text = paper("technician", "changed C14 and C21, hum gone");
    expect(text).toContain("They were changed together: no single one is confirmed.");
    expect(paper("owner", "changed C14 and C21, hum gone")).toContain("traced to C14 and C21: after they were replaced");
  });

  test("all others are called good only where each was measured good", () => {
    const all = ["C1 out 4600u 0.03r", "C14 out 100u 0.3r", "C114 out 100u 0.3r", "C21 out 4.7u 1r"];
    expect(paper("technician", ...all)).toContain("All parts on the list that stay in were measured and are good.");
    expect(paper("technician", ...all, "Q7 looks whole")).toContain(
      "Q7, inconclusive: looks whole, which confirms nothing.\nAll others on the list",
    );
    expect(paper("technician", ...all.slice(0, 3))).toContain("Not measured: C21.");
    expect(paper("technician", ...all, "C21 out esr over")).toMatch(/C21, coupling, open: .*\nAll others on the list/);
    expect(paper("technician", ...all, "D3 out shorted")).toMatch(/D3, shorted/);
  });

  test("a part that was chosen or tried in vain is not among what was replaced as the cause", () => {
    const text = paper("technician", "C1 out 400u 12r", "C1 fitted 4700u 50v", "still hums");
    expect(text).toContain("Bad, but not the cause: C1.");
    expect(paper("technician", "C1 out 400u 12r", "replaced C14, hum gone")).not.toContain("Bad, but not the cause");
    expect(paper("technician", "C1 out 400u 12r", "replaced C1, hum gone")).not.toContain("Bad, but not the cause");
  });

  test("what is unfinished, unread or was left open stands on the technician's paper", () => {
    const text = paper("technician", "lifted one leg of C21", "smells of old books");
    expect(text).toContain("C21 one leg lifted: not recorded as put back.");
    expect(text).toContain("Entered and not understood: “smells of old books”.");
    expect(text).toContain("Complaint not tried since the last work on the unit.");
  });

  test("what nobody did or read has no row and no column, and what is open is named", () => {
    const text = paper("technician", "C1 fitted 4700u 50v", "offset l 9mv", "F1 0.1r", "seen to screws and earth");
    expect(text).toContain("Channel | DC at the output\nL | 9 mV\n");
    expect(text).toContain("F1 fuse: good, 0.10 Ω through, in circuit; read 0.1 Ω.");
    expect(text).toMatch(/Not recorded as done: (?!.*screws)(?!.*earth).*thermistor.*\./);
    expect(text).not.toMatch(/not read|to do|[Ll]ift one leg/);
  });

  test("figures that were not taken are not charted, tests that were not made are not listed", () => {
    expect(paper("technician", "C1 fitted 4700u 50v", "C1 esr 0.03")).not.toContain("ESR before and after");
    expect(paper("technician", "C1 fitted 4700u 50v", "hum gone")).not.toMatch(/\| not shown|precaution/);
  });
});

/** Lines of a repair, each with what it shows of a part: measured good or bad, changed, or nothing. */
const SAID: readonly (readonly [line: string, part: string, shows: "good" | "bad" | "changed" | "other"])[] = [
  ["C1 out 4600u 0.03r", "C1", "good"],
  ["C14 out 100u 0.3r", "C14", "good"],
  ["C114 out 100u 0.3r", "C114", "good"],
  ["C21 out 4.7u 1r", "C21", "good"],
  ["C1 out 400u 12r", "C1", "bad"],
  ["C21 out esr over", "C21", "bad"],
  ["changed C1", "C1", "changed"],
  ["replaced C14", "C14", "changed"],
  ["replaced Q7", "Q7", "changed"],
  ["Q7 looks whole", "Q7", "other"],
  ["D3 out shorted", "D3", "bad"],
  ["C1 esr 0.03", "C1", "other"],
  ["hum gone", "", "other"],
  ["still hums", "", "other"],
  ["power on because it came in working", "", "other"],
  ["power off", "", "other"],
  ["note nothing to see", "", "other"],
];

test("a waiver is printed: by name for the technician, in plain words for the owner", () => {
  const view = jobView("changed C14");
  const waived = {
    ...view,
    job: { ...view.job, state: "closed", closedAt: 1, waiver: { reason: "owner takes it as it is", holds: ["hazard", "unproven"] } },
  } as typeof view;
  expect(textOf(reportPaper(waived, "technician").blocks)).toContain(
    "Waived at closing: owner takes it as it is (charge not shown gone and complaint not tried since the last work on the unit).",
  );
  const owner = textOf(reportPaper(waived, "owner").blocks);
  expect(owner).toContain("The complaint was not tried again since the last work on the unit.\n");
  expect(owner).toContain("Returned like this because: owner takes it as it is.");
});

test("whatever was said in whatever order, each sentence of a report has its record", () => {
  let goods = 0;
  let cures = 0;
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...SAID), { minLength: 1, maxLength: 12 }), (said) => {
      const lines = said.map(([line]) => line);
      const [technician, owner] = [paper("technician", ...lines), paper("owner", ...lines)];
      const changed = new Set(said.flatMap(([, part, shows]) => (shows === "changed" ? [part] : [])));
      // all others are good: every part that stays in was measured, and what is not good is listed
      if (technician.includes("measured and are good")) {
        goods++;
        for (const part of ["C1", "C14", "C114", "C21"].filter((d) => !changed.has(d)))
          expect(
            said.some(([line, p]) => p === part && / (out|esr) /.test(line)),
            `${part} of ${lines.join("; ")}`,
          ).toBe(true);
      }
      // replaced: all that was changed and nothing else
      const table = technician.slice(technician.indexOf("\nReplaced\n"), technician.indexOf("\nLeft in\n"));
      const rows = [...table.matchAll(/^(\w+)[^|\n]* \|/gm)].map((m) => m[1]!).filter((name) => name !== "Part");
      expect(new Set(rows), lines.join("; ")).toEqual(changed);
      // traced to a part only where the last word on the complaint is that it is gone, and that part was changed
      const last = lines.findLast((l) => l === "hum gone" || l === "still hums");
      for (const [, names] of owner.matchAll(/traced to ([^:]+):/g)) {
        cures++;
        expect(last, lines.join("; ")).toBe("hum gone");
        for (const name of names!.split(/, | and /)) expect(changed.has(name), `${name} of ${lines.join("; ")}`).toBe(true);
      }
      // an owner reads no chances and no suspects
      expect(owner).not.toMatch(/\d ?%|[Ss]uspect|No cause/);
      // bad, but not the cause: changed, and the complaint was still there after it
      for (const [, names] of technician.matchAll(/Bad, but not the cause: ([^.]+)\./g))
        for (const name of names!.split(/, | and /)) {
          const at = lines.findIndex((_, i) => said[i]![1] === name && said[i]![2] === "changed");
          expect(at >= 0 && lines.slice(at).includes("still hums"), `${name} of ${lines.join("; ")}`).toBe(true);
        }
      // tested as it should be: only what was said
      if (owner.includes("The complaint itself: gone.")) expect(last).toBe("hum gone");
    }),
    { numRuns: 150 },
  );
  expect(
    [goods, cures].every((n) => n > 0),
    `${goods} ${cures}`,
  ).toBe(true);
}, 120_000);
