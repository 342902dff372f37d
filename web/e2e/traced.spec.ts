import { expect, test, type APIRequestContext, type Page } from "@playwright/test";
import { SICK_UNITS, causeOf, doableOf, type Advised, type SickUnit } from "../testing/sickUnits";
import { line, openedJob, say, watchConsole } from "./helpers";

// The units of the demo as they came in, each traced to its cause on the Trace station by nothing but what it advises first.

const MAX_STEPS = 12;

/** As the job stands, of what the server says. */
interface Standing {
  job: { version: number };
  diagnosis: { advice: Advised };
  facts: { diagnosis: { settled: boolean } | null };
}
const viewOf = async (request: APIRequestContext, number: string): Promise<Standing> =>
  (await (await request.get(`/api/jobs/${number}`)).json()).value as Standing;

/** The unit on the bench, taken in as the demo has it, with nothing measured yet. */
async function takenIn(request: APIRequestContext, origin: string, unit: SickUnit): Promise<string> {
  const number = await openedJob(request, origin, unit.parts.join("\n"));
  const headers = { origin };
  const { job } = await viewOf(request, number);
  const body = { version: job.version, job: { ...job, ...unit.checkIn, firstPowerApproach: "lookUnderLimiter" } };
  expect((await request.patch(`/api/jobs/${number}`, { headers, data: body })).status()).toBe(200);
  const safety = { kind: "override", reason: "made-up unit, nothing is charged" };
  expect((await request.post(`/api/jobs/${number}/safety`, { headers, data: safety })).status()).toBe(200);
  return number;
}

/** Does what is advised first that can be done in this unit, by its key where it has one, else on the line. */
async function doAdvised(page: Page, advice: Advised, unit: SickUnit, asked: string[]): Promise<void> {
  const next = doableOf(advice, unit);
  expect(next, `something is advised after ${asked.join(", ")}`).not.toBeNull();
  expect(asked, "nothing is asked twice").not.toContain(next!.asked);
  asked.push(next!.asked);
  const item = page.getByRole("region", { name: "What to do next" }).getByRole("listitem").nth(next!.at);
  await expect(item).toContainText(next!.act);
  if (next!.key === null) for (const l of next!.lines) await say(page, l);
  else {
    await line(page).blur();
    const kept = page.waitForResponse((r) => r.url().endsWith("/readout") && r.request().method() === "POST");
    await page.keyboard.press(next!.key);
    await kept;
  }
}

for (const unit of SICK_UNITS)
  test(`traced by what is advised alone: ${unit.name}`, async ({ page, request, baseURL }) => {
    const complaints = watchConsole(page);
    const number = await takenIn(request, baseURL!, unit);
    await page.goto(`/jobs/${number}/diagnose`);
    // a key pressed before the page listens is lost: the line takes the focus once it does
    await expect(line(page)).toBeFocused();
    const asked: string[] = [];
    let view = await viewOf(request, number);
    while (!view.facts.diagnosis!.settled) {
      await doAdvised(page, view.diagnosis.advice, unit, asked);
      expect(asked.length, asked.join(", ")).toBeLessThanOrEqual(MAX_STEPS);
      view = await viewOf(request, number);
    }
    const first = page.getByRole("region", { name: "Suspects", exact: true }).getByRole("row").first();
    await expect(first).toContainText(causeOf(unit));
    await expect(first).toContainText("confirmed:");
    expect(complaints).toEqual([]);
  });
