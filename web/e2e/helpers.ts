import AxeBuilder from "@axe-core/playwright";
import { expect, type APIRequestContext, type Page } from "@playwright/test";

export const line = (page: Page) => page.getByRole("textbox", { name: "Entry", exact: true });
export const answer = (page: Page) => page.getByTestId("readout-answer");

/** Types a line and waits until the server has answered it. */
export async function say(page: Page, text: string): Promise<void> {
  await line(page).fill(text);
  const answered = page.waitForResponse((r) => r.url().endsWith("/readout") && r.request().method() === "POST");
  await line(page).press("Enter");
  await answered;
}

const WCAG_22_AA = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];

/** WCAG 2.2 AA as far as a machine can tell; with rules, those alone. */
export async function expectAccessible(page: Page, rules?: readonly string[]): Promise<void> {
  const axe = new AxeBuilder({ page });
  const { violations } = await (rules ? axe.withRules([...rules]) : axe.withTags(WCAG_22_AA)).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual([]);
}

/** Every message of the browser's console that should not be there; call it before the first page is opened. */
export function watchConsole(page: Page): string[] {
  const complaints: string[] = [];
  page.on("console", (m) => {
    if (m.type() === "error" && !/Failed to load resource/.test(m.text())) complaints.push(m.text());
  });
  page.on("pageerror", (e) => complaints.push(e.message));
  return complaints;
}

const TAKE_IN = {
  title: "Bench unit",
  unitKind: "other",
  supplyKind: "none",
  mainsHz: null,
  mainsV: null,
  ageYears: null,
  channels: 1,
  complaint: "none",
  earlierRepairs: "",
  findings: ["hum"],
  valuePolicy: "same",
  tantalumApproach: "sameKind",
  scopeApproach: "provenBad",
  sidesApproach: "everyChannel",
  firstPowerApproach: "suppliesFirst",
};

/** Opens a job of its own with parts from a list, one a line. Answers its number. */
export async function openedJob(request: APIRequestContext, origin: string, list: string): Promise<string> {
  const headers = { origin };
  const made = await (await request.post(`${origin}/api/jobs`, { data: TAKE_IN, headers })).json();
  const { number } = made.value;
  if (list !== "") {
    const listed = await request.post(`${origin}/api/jobs/${number}/positions`, { data: { kind: "list", text: list }, headers });
    expect(listed.status()).toBe(200);
  }
  return number;
}

/** A receiver that hums in both channels, seen under a lamp first. */
export async function hummingReceiver(request: APIRequestContext, origin: string, list: string): Promise<string> {
  const number = await openedJob(request, origin, list);
  const headers = { origin };
  const { value } = await (await request.get(`${origin}/api/jobs/${number}`)).json();
  const { job } = value;
  const edited = await request.patch(`${origin}/api/jobs/${number}`, {
    headers,
    data: {
      version: job.version,
      job: {
        ...job,
        unitKind: "receiver",
        supplyKind: "linear",
        channels: 2,
        ageYears: 40,
        findings: ["hum", "allChannels"],
        firstPowerApproach: "lookUnderLimiter",
      },
    },
  });
  expect(edited.status()).toBe(200);
  return number;
}

/** Addresses of the stations, in the order of the path; a test compares them with the path itself. */
export const STATIONS = [
  "check-in",
  "make-safe",
  "inspect",
  "sound",
  "diagnose",
  "measure",
  "simulate",
  "choose",
  "fit",
  "power-up",
  "adjust",
  "final-test",
  "return",
] as const;
