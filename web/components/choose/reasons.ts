import type { Assessment } from "@mirvek/core/choose";
import { refusalText } from "../../wording/choose";

/** Why a part is refused, each reason once. */
export const reasonsOf = (a: Assessment): string => [...new Set(a.refusals.map(refusalText))].join("; ");
