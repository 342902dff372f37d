import { isClosed, type JobState, type Suspect, type Diagnosis, type UnitModel } from "@mirvek/core/job";
import { complaintNowText } from "../observation";
import { list, percent } from "../quantity";
import { repairedWord } from "./repairs";
import { decisiveText, hypothesisName, reasonText } from "../diagnosis";
import type { Cure, TriedModel } from "@mirvek/core/job";

// How a fault was found, as sentences of a report: what was shown and by what, what was ruled out, what stays open.

/** Below it a suspect is not named in a report. */
const WORTH_NAMING = 0.05;
const MAX_SURE = 0.99;

interface Story {
  /** what was the cause, and by what that is known; first sentence first */
  cause: string[];
  /** what points to it */
  because: string[];
  ruledOut: string[];
  innocent: string | null;
}

/** The suspects of a job as the story of how its fault was found. Nothing is claimed that was not confirmed. */
export function storyOf(diagnosis: Diagnosis, unit: Pick<UnitModel, "tried" | "complaint">, state: JobState, cure: Cure | null): Story {
  const shown = diagnosis.suspects.filter((s) => s.state === "shown");
  const asSet = diagnosis.suspects.filter((s) => s.state === "likely" && s.decisive !== null);
  const open = diagnosis.suspects.filter((s) => s.state !== "ruledOut" && s.state !== "shown" && s.chance >= WORTH_NAMING).slice(0, 3);
  const leading = [...shown, ...asSet];
  const because = leading.flatMap((s) => s.for.filter((r) => r.bits > 0).map((r) => reasonText(r, unit.tried)));
  return {
    cause: [
      ...causes(shown, asSet, open, unit.tried, cure),
      ...ends(shown.length > 0, state),
      ...(unit.complaint ? [`${capital(complaintNowText(unit.complaint))}.`] : []),
    ],
    because: [...new Set(because)],
    ruledOut: diagnosis.suspects
      .filter((s) => s.state === "ruledOut" && s.decisive !== null)
      .map((s) => `${hypothesisName[s.id]} (${decisiveText(s.decisive!, unit.tried)})`),
    innocent: diagnosis.badButInnocent.length === 0 ? null : `Bad, but not the cause: ${list([...diagnosis.badButInnocent])}.`,
  };
}

function causes(
  shown: readonly Suspect[],
  asSet: readonly Suspect[],
  open: readonly Suspect[],
  tried: readonly TriedModel[],
  cure: Cure | null,
): string[] {
  const named = (s: Suspect) => `${hypothesisName[s.id]}: ${decisiveText(s.decisive!, tried)}`;
  if (shown.length > 0) return [`Confirmed: ${shown.map(named).join("; ")}.`];
  // what took the complaint with it is named, whether or not a fault of the table fits it; of a set no single one is
  if (cure) {
    const set = cure.names.length > 1 ? " They were changed together: no single one is confirmed." : "";
    return [`Cured by the repair: ${list([...cure.names])} ${repairedWord(cure)}, and the complaint was gone.${set}`];
  }
  if (asSet.length > 0) return [`Cured as a set, no single part is confirmed: ${asSet.map(named).join("; ")}.`];
  const suspects = open.map((s) => `${hypothesisName[s.id]} (${percent(Math.min(MAX_SURE, s.chance))})`);
  return suspects.length > 0 ? [`No cause is confirmed. Suspected: ${suspects.join(", ")}.`] : ["No cause is confirmed."];
}

/** The honest ends: what a closed job says of itself. */
function ends(shown: boolean, state: JobState): string[] {
  if (!isClosed(state) || state === "closed") return [];
  if (state === "clearedWithoutCause") return ["It cleared without a confirmed cause; it may come back."];
  return [shown ? "The fault is located and was not repaired." : "The fault is located as far as recorded here, and was not repaired."];
}

const capital = (text: string) => `${text[0]?.toUpperCase()}${text.slice(1)}`;
