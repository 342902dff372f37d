import { within } from "../../knowledge";
import type { Technology } from "../../part";
import { farads, ohms, volts } from "../../units";
import type { Command } from "../command";
import type { Token } from "../lex";
import { fail, keeps } from "../parsed";
import { isReserved } from "../reserved";
import { FILLERS, GRADE_WORDS, TECHNOLOGY_WORDS } from "../words";

interface Found {
  nominal?: number;
  rated?: number;
  esr?: number;
  technology: Technology;
  series: string | null;
  grade: string | null;
}

/** `new 10u 50v esr 1.4 series Nightjar`: a new part on this meter, for the shelf. */
export const shelf: Command = {
  name: "shelf",
  understand(line, context) {
    if (line[0]!.word !== "new") return null;
    const { meter } = context;
    if (!meter) return fail({ code: "meterNeeded" });
    if (meter.shows === "ohmmeter" || meter.shows === "volts") return fail({ code: "meterShowsNoEsr", meter: meter.id });
    const found: Found = { technology: "aluminium", series: null, grade: null };
    let expectEsr = false;
    for (let i = 1; i < line.length; i++) {
      const token = line[i]!;
      if (token.word === "series") {
        const name = line[++i];
        if (!name) return fail({ code: "valueMissing", after: "series" });
        if (isReserved(name.word)) return fail({ code: "reservedWord", token: name.text });
        found.series = name.text;
      } else if (token.word === "esr") expectEsr = true;
      else if (TECHNOLOGY_WORDS.has(token.word)) found.technology = TECHNOLOGY_WORDS.get(token.word)!;
      else if (GRADE_WORDS.has(token.word)) found.grade = GRADE_WORDS.get(token.word)!;
      else if (!FILLERS.has(token.word)) {
        const issue = take(found, token, expectEsr);
        if (issue) return issue;
      }
    }
    const { nominal, rated, esr, ...rest } = found;
    if (nominal === undefined || rated === undefined || esr === undefined) return fail({ code: "shelfIncomplete" });
    return keeps({
      about: "shelf",
      nominal: farads(nominal),
      rated: volts(rated),
      esr: ohms(esr),
      at: meter.esrAt,
      meter: meter.id,
      ...rest,
    });
  },
  examples: [{ line: "new 10u 50v esr 1.4 series Nightjar", says: "a new part, for the shelf" }],
};

function take(found: Found, token: Token, expectEsr: boolean) {
  const { value, text } = token;
  if (!value) return fail({ code: "notUnderstood", token: text });
  const put = (
    key: "nominal" | "rated" | "esr",
    limit: "nominalFarads" | "ratedVolts" | "esrOhms",
    quantity: "capacitance" | "volts" | "esr",
  ) => {
    if (found[key] !== undefined) return fail({ code: "secondValue", token: text, quantity });
    if (!within(limit, value.value) || value.value <= 0) return fail({ code: "impossible", token: text, quantity });
    found[key] = value.value;
    return null;
  };
  if (value.unit === "V") return put("rated", "ratedVolts", "volts");
  if (value.unit === "Ω" || (expectEsr && value.unit === null && !value.tiny)) return put("esr", "esrOhms", "esr");
  if (value.unit === "F" || value.prefixed) return put("nominal", "nominalFarads", "capacitance");
  return fail({ code: "unitMissing", token: text });
}
