import { SCOPES, type Scope } from "../device";
import { figure } from "../knowledge";
import { isWetAluminium, type CapacitorPart } from "../part";

/** One position as an offer sees it. */
export interface QuotePosition extends Pick<CapacitorPart, "designator" | "technology" | "nominal" | "rated"> {
  section: string;
  /** worn, failed, open or shorted */
  bad: boolean;
  measured: boolean;
  /** hundredths of the shop's currency for what would go in; null where the catalogue has nothing that fits */
  cents: number | null;
}

/** What one school would change, and what that costs and leaves. */
export interface Quote {
  scope: Scope;
  designators: readonly string[];
  /** hundredths, of those that have a price */
  cents: number;
  /** designators the catalogue has nothing for */
  unpriced: readonly string[];
  /** of the bench, for taking out and putting in */
  minutes: number;
  /** that stay in and were never measured */
  unproven: readonly string[];
}

const SAME = 1e-6;
const isElectrolytic = (p: QuotePosition): boolean => isWetAluminium(p.technology) || p.technology === "tantalum";
const alike = (a: QuotePosition, b: QuotePosition): boolean =>
  a.technology === b.technology && Math.abs(a.nominal / b.nominal - 1) < SAME && a.rated === b.rated;

/** Which positions each school changes: every school takes in what the one before takes. */
const TAKES: Readonly<Record<Scope, (p: QuotePosition, bad: readonly QuotePosition[]) => boolean>> = {
  provenBad: (p) => p.bad,
  provenBadAndKind: (p, bad) => p.bad || bad.some((b) => alike(b, p)),
  section: (p, bad) => bad.some((b) => alike(b, p)) || (isElectrolytic(p) && bad.some((b) => b.section === p.section)),
  everyElectrolytic: (p, bad) => bad.some((b) => alike(b, p)) || isElectrolytic(p),
};

/** The schools side by side, from the least that is changed to the most; parts at the catalogue's price, minutes by common practice. */
export function quotes(positions: readonly QuotePosition[]): Quote[] {
  const bad = positions.filter((p) => p.bad);
  return SCOPES.map((scope) => {
    const taken = positions.filter((p) => TAKES[scope](p, bad));
    return {
      scope,
      designators: taken.map((p) => p.designator),
      cents: taken.reduce((sum, p) => sum + (p.cents ?? 0), 0),
      unpriced: taken.flatMap((p) => (p.cents === null ? [p.designator] : [])),
      minutes: taken.length * figure("fit.minutes"),
      unproven: positions.flatMap((p) => (!p.measured && !taken.includes(p) ? [p.designator] : [])),
    };
  });
}
