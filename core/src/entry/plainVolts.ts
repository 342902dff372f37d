import { within } from "../knowledge";
import { volts, type Volts } from "../units";
import type { Token } from "./lex";
import { fail, type Parsed } from "./parsed";

/** DC volts said with their unit, within what can be kept; the word behind which they stand names what is missing. */
export function plainVolts(token: Token | undefined, after: string): Parsed<Volts> {
  if (!token) return fail({ code: "valueMissing", after });
  if (!token.value) return fail({ code: "notUnderstood", token: token.text });
  const { unit, alternating, prefixed, value } = token.value;
  if (unit === null && !prefixed) return fail({ code: "unitMissing", token: token.text });
  if (unit !== "V") return fail({ code: "wrongUnit", token: token.text, quantity: "volts", unit: unit ?? "prefix" });
  if (alternating || !within("volts", value)) return fail({ code: "impossible", token: token.text, quantity: "volts" });
  return { ok: true, value: volts(value) };
}
