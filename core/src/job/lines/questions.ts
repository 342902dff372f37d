import type { Question } from "../../entry";
import { unreadOf } from "../powerUp/powerUp";
import type { AfterFitting } from "../finalTest/afterFitting";
import type { IdleGroup } from "../powerUp/idleAdjust";
import type { JobModel } from "../model/jobModel";
import type { NextAct } from "../stations/station";
import type { StationId } from "../stations/stations";

/** What a job is asked at one of its stations. */
interface QuestionedJob {
  model: Pick<JobModel, "safety">;
  after: Pick<AfterFitting, "powerUp" | "adjust" | "finalTest">;
  next: NextAct;
  /** the part under the cursor */
  cursor: string | null;
  channels: number;
}

/**
 * The figures a screen asks for, first things first, so that a bare one on the line answers it. What is to be read at a step is asked on
 * every screen. Null: a bare figure is a reading of the part under the cursor.
 */
export function questionsAt(station: StationId, job: QuestionedJob): readonly Question[] | null {
  if (job.next.code === "readStep") return atStep(job);
  switch (station) {
    case "makeSafe":
      return leftOn(job);
    case "powerUp":
      return atStep(job);
    case "adjust":
      return atAdjusting(job.after.adjust);
    case "finalTest":
      return offsets(job);
    default:
      return null;
  }
}

const volts = (before: string, shownIn = "V"): Question => ({ before, after: "", unit: "V", shownIn });

/** Volts left on the parts waited for: the one under the cursor first where it is one of them. */
function leftOn({ model: { safety }, cursor }: QuestionedJob): Question[] {
  if (safety.kind === "voltsUnknown") return [volts("highest")];
  if (safety.kind !== "chargeHeld") return [];
  const unread = safety.waiting.filter((w) => w.state.kind !== "once");
  const first = unread.find((w) => w.position === cursor) ?? unread[0] ?? safety.waiting[0];
  return [...(first ? [first] : []), ...safety.waiting.filter((w) => w !== first)].map((w) => volts(w.position));
}

/** What is not read yet at the step the unit stands at; what else belongs to it can be read as long as it stands there. */
function atStep({ model: { safety }, after }: QuestionedJob): Question[] {
  const { stages, at } = after.powerUp;
  if (safety.kind !== "energised") return [];
  const steps = stages.flatMap((s) => s.steps);
  const here = steps.find((s) => s.state === "now") ?? steps.find((s) => s.stage === at?.stage && s.share === at.share);
  if (!here) return [];
  const points = unreadOf(here).filter((name) => name !== "lamp" && name !== "draw");
  const draw: Question[] = here.current && here.current.read === null ? [{ before: "draw", after: "", unit: "A", shownIn: "A" }] : [];
  return [...points.map((name) => volts(name, name.startsWith("offset") ? "mV" : "V")), ...draw];
}

function atAdjusting({ groups, watts, setPoints }: AfterFitting["adjust"]): Question[] {
  return [
    ...(watts?.down === null ? [{ before: "idle down", after: "", unit: "W", shownIn: "W" } as const] : []),
    ...groups.flatMap((g) => g.channels.filter((c) => c.state !== "set").map((c) => idleOf(g, c))),
    ...setPoints.flatMap((p) => (p.read === null ? [volts(p.name)] : [])),
  ];
}

const SHOWN_IN = { V: "mV", A: "mA", W: "W" } as const;
const idleOf = ({ unit }: IdleGroup, { channel, cold, passes }: IdleGroup["channels"][number]): Question => ({
  before: `idle ${channel}`,
  after: cold === null && passes.length === 0 ? "cold" : "warm",
  unit,
  shownIn: SHOWN_IN[unit],
});

const offsets = ({ after, channels }: QuestionedJob): Question[] =>
  after.finalTest.channels.flatMap((c) =>
    c.offset === null ? [volts(["offset", ...(channels === 1 ? [] : [sideSaid(c.channel)])].join(" "), "mV")] : [],
  );
/** How a channel is called on the line: a numbered one as `ch3`. */
export const sideSaid = (channel: string): string => (/^\d+$/.test(channel) ? `ch${channel}` : channel.toLowerCase());
