import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test, type APIRequestContext, type Page } from "@playwright/test";
import { answer, expectAccessible, line, openedJob, say, watchConsole } from "./helpers";

/** Opens a unit to practise on from the bench, by its key. */
async function practise(page: Page, title: string): Promise<string> {
  await page.goto("/");
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("p");
  await page.getByRole("dialog").getByRole("button", { name: title }).click();
  await page.waitForURL(/\/jobs\/\d+\/power-up$/);
  await expect(page.getByRole("note")).toContainText("Simulated unit");
  return /jobs\/(\d+)/.exec(page.url())![1]!;
}
const stop = (page: Page) => page.getByRole("alert").filter({ hasText: "Stop, off" });
const done = (page: Page) => page.getByText("Powered up: every step read as it should.");

/** Step by step with two keys, until the unit is up or stopped. */
async function powerUp(page: Page): Promise<void> {
  for (let i = 0; i < 30; i++) {
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: /^Set it and switch on/ }).click();
    await page.locator("body").press("z");
    await expect(page.getByText("waiting", { exact: true })).toHaveCount(0);
    if ((await stop(page).count()) + (await done(page).count()) > 0) return;
  }
  throw new Error("the plan has no end");
}

async function pdfText(request: APIRequestContext, number: string, who: string): Promise<string> {
  const response = await request.get(`/api/jobs/${number}/report.pdf?for=${who}`);
  expect([response.status(), response.headers()["content-type"]]).toEqual([200, "application/pdf"]);
  const dir = mkdtempSync(join(tmpdir(), "mirvek-e2e-"));
  try {
    writeFileSync(join(dir, "r.pdf"), await response.body());
    return execFileSync("pdftotext", ["-layout", join(dir, "r.pdf"), "-"]).toString();
  } finally {
    rmSync(dir, { recursive: true });
  }
}

/** Off, what is left in the unit waived in writing, closed. */
async function close(page: Page, number: string): Promise<void> {
  await page.goto(`/jobs/${number}/return`);
  await say(page, "power off");
  await page.getByRole("button", { name: "Close the job" }).click();
  await page.getByLabel("Waiver").fill("A stand-in: nothing in it to discharge");
  await page.getByRole("button", { name: "Waive and close" }).click();
  await expect(page.getByRole("button", { name: "Reopen" })).toBeVisible();
}

test("the receiver, from its complaint to the paper: its short stops it, mended it is set, proven and handed back", async ({
  page,
  request,
}) => {
  test.setTimeout(400_000);
  const complaints = watchConsole(page);
  const number = await practise(page, "Practice: rehearsal receiver");
  await page.getByRole("button", { name: "variable transformer", exact: true }).click();
  await powerUp(page);
  await expect(stop(page)).toContainText("Something pulls the rail down hard.");
  await expect(stop(page)).toContainText("an output device is shorted");
  await expectAccessible(page);
  await page.locator("body").press("f");
  await say(page, "replaced Q7");
  await powerUp(page);
  await expect(done(page)).toBeVisible();

  await page.keyboard.press("Escape");
  await page.locator("body").press("s");
  await expect(page.getByRole("heading", { name: "Adjust", exact: true })).toBeVisible();
  await say(page, "test leads 0.08");
  await say(page, "idle window 8 to 12mv over 0.22");
  await page.keyboard.press("Escape");
  await page.locator("body").press("z");
  await expect(page.locator('[data-channel="L"]')).toContainText("up to 8 mV");
  await page.getByLabel("Idle current of L").fill("9,1");
  await page.getByLabel("Idle current of L").press("Enter");
  await expect(page.getByLabel("Idle current of R")).toBeFocused();
  await page.getByLabel("Idle current of R").fill("10.2");
  await page.getByLabel("Idle current of R").press("Enter");
  await expect(page.locator('[data-channel="R"]')).toContainText("leave it");
  await page.getByLabel("Idle current of R").press("Escape");
  await page.locator("body").press("w");
  const rail = page.getByLabel("Bench rail");
  await expect(rail).toContainText(/warm-up\s*(9:|10:)/);
  await expectAccessible(page);

  await page.locator("body").press("g");
  await expect(page.getByRole("heading", { name: "Final test", exact: true })).toBeVisible();
  await expect(rail, "a clock runs on every station").toContainText("warm-up");
  await page.locator("body").press("z");
  await expect(page.locator('[data-item="power"]')).toContainText("as it should be");
  await expect(page.locator('[data-item="complaint"]')).toContainText("to do");
  await page.getByRole("button", { name: "gone", exact: true }).click();
  await expect(page.locator('[data-item="complaint"]')).toContainText("as it should be");
  await expectAccessible(page);

  await close(page, number);
  const owner = await pdfText(request, number, "owner");
  expect(owner).toContain("Practice on a simulated unit");
  expect(owner).toContain("Blew its fuse in the second act");
  expect(owner).toContain("The complaint itself: gone.");
  expect(owner).toMatch(/1 ?\/ ?1\s*$/);
  const technician = await pdfText(request, number, "technician");
  expect(technician).toContain("Read on a simulated unit.");
  expect(technician).toContain("Q7 replaced");
  expect(complaints).toEqual([]);
});

test("the valve amplifier: no bias, no valves; mended it comes up by its rectifier, its valves are set, and it goes back", async ({
  page,
  request,
}) => {
  test.setTimeout(400_000);
  const number = await practise(page, "Practice: prompter's amplifier, valves");
  await page.getByRole("button", { name: "variable transformer", exact: true }).click();
  await powerUp(page);
  await expect(stop(page)).toContainText("No bias: output valves or transistors would be destroyed.");
  await say2(page, "stage loaded");
  await expect(answer(page)).toContainText("Stop: bias reads");
  await expect(line(page), "what is refused stays where it was typed").toHaveValue("stage loaded");
  await line(page).fill("");
  await say(page, "power off");
  await say(page, "C4 fitted 47u 100v");
  await powerUp(page);
  await expect(done(page)).toBeVisible();
  await page.goto(`/jobs/${number}/adjust`);
  for (const said of ["V5 max 12w", "V6 max 12w", "V5 plate 300v 27ma", "V6 plate 300v drop 2.9v over 108"]) await say(page, said);
  const valves = page.getByRole("table", { name: "Valves" });
  await expect(valves).toContainText("68 %");
  await expect(valves).toContainText("Spread 1 %.");
  await page.goto(`/jobs/${number}/final-test`);
  await page.getByRole("button", { name: /^Read its meters/ }).click();
  await expect(page.locator('[data-item="soak"]')).toContainText("as it should be");
  await close(page, number);
  expect(await pdfText(request, number, "owner")).toContain("C4");
  expect(await pdfText(request, number, "technician")).toContain("Bias, output valves out");
});

test("the order holds and says why; with a reason it gives way, but never on a short; plan and clock outlive a reload and show in another tab", async ({
  page,
  context,
  request,
  baseURL,
}) => {
  const number = await openedJob(request, baseURL!, "C1 4700u 50v reservoir");
  const headers = { origin: baseURL! };
  const job = (await (await request.get(`/api/jobs/${number}/records`)).json()).value.records.job;
  const edited = await request.patch(`/api/jobs/${number}`, {
    headers,
    data: {
      version: job.version,
      job: {
        ...Object.fromEntries(
          Object.entries(job).filter(
            ([k]) => !["id", "number", "version", "state", "waiver", "openedAt", "closedAt", "revision"].includes(k),
          ),
        ),
        supplyKind: "linear",
        mainsV: 230,
        mainsHz: 50,
        firstPowerApproach: "lookUnderLimiter",
      },
    },
  });
  expect(edited.status()).toBe(200);
  await page.goto(`/jobs/${number}/power-up`);
  const refused = async (said: string, why: string) => {
    await say2(page, said);
    await expect(answer(page)).toContainText(why);
    await expect(line(page)).toHaveValue(said);
  };
  const hazard = page.getByRole("status", { name: "Hazard" });
  await line(page).fill("step 25%");
  await expect(answer(page), "said before Enter").toContainText("Enter first what stands before the unit");
  for (const said of ["rail main should be 40v", "idle should be 46w", "variac"]) await say(page, said);
  await refused("stage loaded", "First transformer alone");
  await refused("step 25", "25 of what?");
  // what is entered all the same may have been done: it is an attempt, and power until it is said to be off
  await say(page, "step 100%");
  await expect(answer(page)).toContainText("First 25 %");
  await expect(answer(page)).toContainText("Recorded as an attempt");
  await expect(hazard).toContainText("Power was asked for");
  await say(page, "power off");
  await say(page, "step 25%");
  await expect(hazard).toContainText("Switched on");
  await line(page).fill("step 100%");
  await expect(answer(page)).toContainText("Still to be read at this step: draw");
  await page.getByLabel("Draws at 25 %").fill("0.012");
  await page.getByLabel("Draws at 25 %").press("Enter");
  await expect(page.locator('[data-step="transformer 25"]')).toHaveAttribute("data-state", "done");
  await say(page, "stage loaded anyway because it ran an hour yesterday");
  await say(page, "timer 10 min warm-up");
  await page.reload();
  await expect(page.locator('[data-step="transformer 25"]')).toHaveAttribute("data-state", "done");
  await expect(page.getByLabel("Bench rail")).toContainText(/warm-up\s*9:/);
  const other = await context.newPage();
  await other.goto(`/jobs/${number}/inspect`);
  await expect(other.getByLabel("Bench rail")).toContainText(/warm-up\s*9:/);
  await say(page, "D3 diode 0.4 ohm out of circuit");
  await line(page).fill("step 100% anyway because I want to see");
  await expect(answer(page)).toContainText("Do not power: D3 reads short.");
  const sent = await request.post(`/api/jobs/${number}/readout`, {
    headers,
    data: { line: "step 100%", clientKey: crypto.randomUUID(), current: null, meter: null, inCircuit: true },
  });
  expect([sent.status(), (await sent.json()).value.held.code], "the server holds it too").toEqual([200, "shorted"]);
});

/** Types a line that the browser itself refuses. */
async function say2(page: Page, text: string): Promise<void> {
  await line(page).fill(text);
  await line(page).press("Enter");
}

test("what goes in and what is seen to is a list somebody else can go on with", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "C1 470u 35v reservoir");
  await page.goto(`/jobs/${number}/fit`);
  await expect(page.getByText("Nothing is chosen yet")).toBeVisible();
  for (const said of ["C1 plus up", "teardown six screws", "C1 fitted 470u 50v lot 2431"]) await say(page, said);
  await expect(page.getByRole("table", { name: "Parts to fit" })).toContainText("plus points up");
  await page.getByRole("button", { name: /^Done: Plus the right way round/ }).click();
  await expect(page.getByRole("region", { name: "Fitting" })).toContainText("done, ");
  await say(page, "not seen to screws: one is missing");
  await expect(page.getByRole("region", { name: "Before the cover goes on" })).toContainText("one is missing");
  await expectAccessible(page);
  await page.reload();
  await expect(page.getByRole("region", { name: "Before the cover goes on" })).toContainText("one is missing");
});

test("the bench tools by keyboard, wrong figures said, a result sent into a docket", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "C1 470u 35v reservoir");
  await page.goto("/");
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("e");
  await expect(page.getByRole("heading", { name: "Bench tools" })).toBeVisible();
  const answered = page.getByRole("status", { name: "Answer" });
  await expect(answered).toContainText("Example, from the fields");
  await page.locator("body").press("8");
  await page.getByLabel(/^Volts over the load/).fill("20");
  await expect(answered).toContainText("Load: still to be typed.");
  await page.getByLabel("Load", { exact: true }).fill("8");
  await expect(answered).toContainText("50 W.");
  await page.getByLabel("Load", { exact: true }).fill("eight");
  await expect(answered).toContainText("write it as 8");
  await page.getByLabel("Load", { exact: true }).fill("4");
  await expectAccessible(page);
  await page.getByLabel("Job number").fill(String(number));
  await page.getByRole("button", { name: "Save to the job" }).click();
  await expect(page.getByText(`In job ${number}.`)).toBeVisible();
  await page.keyboard.press("Escape");
  await page.locator("body").click();
  await page.locator("body").press("m");
  await page.getByLabel("Devices").fill("a 214 612mv\nb 198 607mv\nc 220 613mv\nd 201 606mv\nnonsense");
  await expect(page.getByRole("list", { name: "Pairs" }).getByRole("listitem")).toHaveCount(2);
  await expect(page.getByText("Not read: line 5: nonsense.")).toBeVisible();
  await page.goto(`/jobs/${number}/log`);
  await expect(page.getByText(/note power and dB: /i).first()).toBeVisible();
});
