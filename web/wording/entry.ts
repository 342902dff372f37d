import type { Measurement } from "@mirvek/core/capacitor";
import type { Entry } from "@mirvek/core/readout";
import { list, marked, shown, signedVolts } from "./quantity";
import { roleName, signName, technologyName } from "./vocabulary";

/** One measurement in a few words: "ESR 0.42 Ω at 100 kHz". */
export function measurementText(m: Measurement, significant: number): string {
  switch (m.kind) {
    case "esr":
      return m.ohms === "over" ? "ESR over-range" : `ESR ${shown(m.ohms, "Ω", significant)}`;
    case "capacitance":
      return `C ${shown(m.farads, "F", significant)}`;
    case "dissipation":
      return `tan δ ${m.d}`;
    case "ohmmeter":
      return m.ohms === "over"
        ? `ohmmeter over-range`
        : `ohmmeter ${shown(m.ohms, "Ω", significant)}${m.trend === "unsaid" ? "" : `, ${m.trend}`}`;
    case "leakage":
      return `leaks ${shown(m.amperes, "A", significant)}`;
    case "visual":
      return signName[m.sign];
    case "condition":
      return m.condition;
  }
}

/** Frequency a measurement was taken at, where it has one. */
export function frequencyText(m: Measurement): string {
  if (m.kind === "esr" || m.kind === "dissipation") return shown(m.at, "Hz");
  if (m.kind === "capacitance") return m.at === "dc" ? "DC charge" : shown(m.at, "Hz");
  return "";
}

/** How a line is understood, said back before it is kept; `meterName` turns an id into what the meter is called. */
export function entryText(entry: Entry, meterName: (id: string) => string): { subject: string; rest: string } {
  switch (entry.kind) {
    case "part": {
      const said = entry.measurements.map((m) => [measurementText(m.measurement, m.significant), frequencyText(m.measurement)].filter(Boolean).join(" at ")); // prettier-ignore
      const instrument = entry.measurements.some((m) => m.measurement.kind !== "visual");
      const parallel =
        entry.parallel === null
          ? []
          : [entry.parallel.kind === "alone" ? "nothing across it" : `${list(entry.parallel.designators)} across it`];
      const how = instrument
        ? [entry.inCircuit ? "in circuit" : "out of circuit", entry.meter ? meterName(entry.meter) : "no meter named"]
        : [];
      return { subject: entry.designator, rest: [...said, ...parallel, ...how].join(", ") };
    }
    case "volts":
      return {
        subject: entry.designator,
        rest: `${signedVolts(entry.volts, entry.significant)}${entry.alternating ? " AC ripple" : " across it"}`,
      };
    case "point":
      return { subject: entry.point, rest: `${signedVolts(entry.volts, entry.significant)}${entry.alternating ? " AC" : ""}` };
    case "shelf":
      return {
        subject: "Shelf",
        rest: `new ${marked(entry.nominal, entry.rated)} ${technologyName[entry.technology]}: ESR ${shown(entry.esr, "Ω")} on ${meterName(entry.meter)}`,
      };
    case "setting":
      return {
        subject: "From now on",
        rest: [entry.inCircuit === null ? "" : entry.inCircuit ? "in circuit" : "out of circuit", entry.meter ? meterName(entry.meter) : ""]
          .filter(Boolean)
          .join(", "),
      };
    case "power":
      return { subject: "Power", rest: entry.on ? "on: locks everything inside" : "off: charge to be measured" };
    case "add":
      return {
        subject: `Add ${entry.position.designator}`,
        rest: `${marked(entry.position.nominal, entry.position.rated)}, ${roleName[entry.position.role]}, ${technologyName[entry.position.technology]}${entry.position.assumed.length > 0 ? ` (${entry.position.assumed.join(", ")} taken as usual)` : ""}`,
      };
    case "note":
      return { subject: "Note", rest: entry.text };
    case "undo":
      return { subject: "Undo", rest: "the last line" };
  }
}
