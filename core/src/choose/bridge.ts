import { figure, type ShopConstants } from "../knowledge";
import type { CapacitorPart, Role } from "../part";
import type { Farads, Volts } from "../units";

export type BridgeRefusal =
  /** on the mains, where only a part of its own safety class belongs */
  | "mainsPart"
  /** a short or a leak stays one with a good part across it */
  | "notOpen"
  /** hands may not go inside now */
  | "locked"
  /** nobody knows what the part across must bear */
  | "voltsUnknown";

type BridgePlan =
  { ok: true; least: Farads; most: Farads; volts: Volts; polarised: boolean } | { ok: false; refusals: readonly BridgeRefusal[] };

const ON_MAINS: ReadonlySet<Role> = new Set<Role>(["mainsX", "mainsY", "smpsPrimary"]);
const POLARISED: ReadonlySet<CapacitorPart["technology"]> = new Set<CapacitorPart["technology"]>(["aluminium", "can", "tantalum"]);

/**
 * A known-good part put across a suspect: the same value up to twice, no fewer volts, the same way round, put on with the unit off and
 * discharged (common practice). It shows an open or dried part; it cannot cure a short or a leak.
 */
export function bridgePlan(
  constants: ShopConstants,
  part: Pick<CapacitorPart, "role" | "technology" | "nominal" | "rated">,
  now: { internalAccessAllowed: boolean; shortedOrLeaky: boolean },
): BridgePlan {
  const refusals: BridgeRefusal[] = [
    ...(ON_MAINS.has(part.role) ? (["mainsPart"] as const) : []),
    ...(now.shortedOrLeaky ? (["notOpen"] as const) : []),
    ...(now.internalAccessAllowed ? [] : (["locked"] as const)),
    ...(part.rated === null ? (["voltsUnknown"] as const) : []),
  ];
  if (refusals.length > 0 || part.rated === null) return { ok: false, refusals };
  return {
    ok: true,
    least: part.nominal,
    most: (part.nominal * figure(constants, "bridge.most")) as Farads,
    volts: part.rated,
    polarised: POLARISED.has(part.technology),
  };
}
