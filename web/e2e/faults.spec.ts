import { execFileSync, spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { fileURLToPath } from "node:url";
import { expect, test, type APIRequestContext, type Page } from "@playwright/test";
import { answer, line, openedJob, say } from "./helpers";

const root = fileURLToPath(new URL("../..", import.meta.url));
const database = (act: "start" | "stop" | "kill" | "freeze" | "thaw") =>
  execFileSync("./mirvek", ["db", act], { cwd: root, env: process.env });

test("a line that is not understood stays and is never sent", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  const sent: string[] = [];
  page.on("request", (r) => r.method() === "POST" && sent.push(r.url()));
  for (const [typed, says] of [
    ["C41 esr 1", "C41 is not on this job. Did you mean C1, C14"],
    ["C14 esr -2", "no possible ESR"],
    ["C14 esr 1e30", "no possible ESR"],
    ["C14 100", "100 is what C14 is marked"],
    ["C14 esr 4.6 3.9", "3.9 is a second ESR"],
    ["C14 shorted out", "measured out of circuit, or gone?"],
    ["C14 esr 3v", "3v is no ESR"],
    ["C14 out 9000u", "Check the unit"],
    ["add C14 47u 25v", "already on this job"],
  ] as const) {
    await line(page).fill(typed);
    await line(page).press("Enter");
    await expect(answer(page)).toContainText(says);
    await expect(line(page)).toHaveValue(typed);
  }
  expect(sent).toEqual([]);
});

test("two tabs do not overwrite each other silently", async ({ page, context }) => {
  await page.goto("/jobs/402/check-in");
  const other = await context.newPage();
  await other.goto("/jobs/402/check-in");
  // a field that is filled before its form is alive is emptied by it
  for (const tab of [page, other]) await tab.waitForLoadState("networkidle");
  const repairs = "Earlier repairs, date stamps, claims";
  // a form that is being filled in does not follow the other window
  await other.getByLabel(repairs).fill("Second tab");
  await page.getByLabel(repairs).fill("First tab");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Saved.")).toBeVisible();
  await other.getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.getByText(/Somebody changed this meanwhile/)).toBeVisible();
  await expect(other.getByLabel(repairs)).toHaveValue("First tab");
});

test("with the database gone the line waits, survives a reload, and goes in when it is back", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  database("stop");
  try {
    await line(page).fill("C6 esr 0.31");
    await line(page).press("Enter");
    await expect(page.getByText("The database does not answer. 1 waiting here")).toBeVisible({ timeout: 20_000 });
    await expect(answer(page), "the bench goes on: the verdict stands, waiting").toContainText(/C6.*waiting/);
    const response = await page.request.get("/");
    expect([response.status(), await response.text()]).toEqual([503, expect.stringContaining("The database does not answer")]);
  } finally {
    database("start");
  }
  await expect(page.locator('[data-position="C6"]')).toContainText("0.31 Ω", { timeout: 20_000 });
  await page.reload();
  await expect(page.locator('[data-position="C6"]')).toContainText("0.31 Ω");
});

test("a database that hangs is noticed within five seconds, on pages and routes, and the bench goes on when it wakes", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  const { origin } = new URL(page.url());
  const asked = async (work: () => Promise<{ status(): number; text(): Promise<string> }>) => {
    const began = Date.now();
    const response = await work();
    return { status: response.status(), text: await response.text(), took: Date.now() - began };
  };
  database("freeze");
  try {
    const answers = [
      await asked(() => page.request.get("/jobs/406/measure")),
      await asked(() => page.request.get("/api/jobs/406/records")),
      await asked(() => page.request.post("/api/jobs/406/safety", { data: { kind: "powerOff" }, headers: { origin } })),
    ];
    expect(answers.map((a) => a.status)).toEqual([503, 503, 503]);
    expect(answers[0]!.text).toContain("The database does not answer.");
    expect(Math.max(...answers.map((a) => a.took))).toBeLessThan(5000);
    await line(page).fill("C6 esr 0.32");
    await line(page).press("Enter");
    await expect(answer(page)).toContainText(/C6.*waiting/);
    await expect(page.getByText("The database does not answer. 1 waiting here")).toBeVisible({ timeout: 20_000 });
  } finally {
    database("thaw");
  }
  await expect(page.getByText("1 waiting here")).toBeHidden({ timeout: 30_000 });
  await page.reload();
  await expect(page.locator('[data-position="C6"]')).toContainText("0.32 Ω");
});

test.describe("four numbers typed as fast as keys repeat land on four parts", () => {
  const FOUR = ["C111", "C112", "C113", "C114"];
  /** Four bare numbers, each with Enter, without waiting for anything. */
  const typeFour = async (page: Page) => {
    await line(page).focus();
    await page.keyboard.type("0.11\n0.12\n0.13\n0.14\n", { delay: 0 });
  };
  const kept = async (page: Page, job: string) => {
    const { value } = await (await page.request.get(job)).json();
    type Reading = { measurement: { ohms: number } };
    const at = (d: string): Reading[] => value.positions.find((p: { designator: string }) => p.designator === d).readings;
    return FOUR.map((d) => at(d).map((r) => r.measurement.ohms));
  };
  const EACH = [[0.11], [0.12], [0.13], [0.14]];

  test.beforeEach(async ({ page, request, baseURL }) => {
    const number = await openedJob(request, baseURL!, FOUR.map((d) => `${d} 100u 16v decoupler`).join("\n"));
    await page.goto(`/jobs/${number}/measure`);
    await line(page).press("ArrowDown");
    await expect(answer(page)).toContainText("Cursor on C111");
  });
  const jobOf = (page: Page) => page.url().replace("/jobs/", "/api/jobs/").replace("/measure", "");

  test("with a server that takes a second to answer", async ({ page }) => {
    await page.route("**/readout", async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 1000));
      await route.continue();
    });
    await typeFour(page);
    await expect(page.locator('[data-position="C114"]'), "judged before the server knows").toContainText("0.14 Ω", { timeout: 900 });
    await expect(page.locator('[data-position="C114"]')).toContainText("inconclusive");
    await expect(async () => expect(await kept(page, jobOf(page))).toEqual(EACH)).toPass({ timeout: 30_000 });
  });

  test("with a server that does not answer at all until later", async ({ page }) => {
    await page.route("**/readout", (route) => route.abort());
    await typeFour(page);
    await expect(page.getByText("The database does not answer. 4 waiting here")).toBeVisible();
    for (const [i, d] of FOUR.entries()) await expect(page.locator(`[data-position="${d}"]`)).toContainText(`0.1${i + 1} Ω`);
    expect(await kept(page, jobOf(page))).toEqual([[], [], [], []]);
    await page.unroute("**/readout");
    await expect(async () => expect(await kept(page, jobOf(page))).toEqual(EACH)).toPass({ timeout: 30_000 });
  });
});

test("a waiting line can be dropped, and the bench is as before it", async ({ page }) => {
  await page.goto("/jobs/403/measure");
  const before = await page.locator('[data-position="C46"]').textContent();
  await page.route("**/readout", (route) => route.abort());
  await line(page).fill("C46 out esr 0.2");
  await line(page).press("Enter");
  await expect(page.getByText("1 waiting here")).toBeVisible();
  await line(page).fill("C99 bulged");
  const { height } = (await page.getByLabel("Entry line").boundingBox())!;
  expect(height, "the message leaves room for the answer").toBeLessThan(200);
  await line(page).fill("");
  await page.getByRole("button", { name: /^Drop “C46/ }).click();
  await expect(page.locator('[data-position="C46"]')).toHaveText(before!);
  await page.reload();
  await expect(page.locator('[data-position="C46"]')).toHaveText(before!);
});

test("writes from another site, under another name or without an origin are refused", async ({ request, baseURL }) => {
  const path = "/api/jobs/406/safety";
  const data = { kind: "powerOn" };
  for (const origin of ["http://elsewhere.example", "null"]) {
    const refused = await request.post(path, { data, headers: { origin } });
    expect(refused.status(), origin).toBe(403);
  }
  expect((await request.post(path, { data })).status()).toBe(403);
  expect((await request.get("/", { headers: { host: "elsewhere.example" } })).status()).toBe(421);
  const own = await request.post(path, { data: { kind: "powerUp" }, headers: { origin: baseURL! } });
  expect(own.status(), "our own page gets as far as the schema").toBe(400);
});

test("every page carries a content security policy with a fresh nonce", async ({ request }) => {
  const policies = await Promise.all([0, 1].map(async () => (await request.get("/")).headers()["content-security-policy"]!));
  for (const policy of policies) {
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  }
  expect(policies[0]).not.toBe(policies[1]);
});

test("nothing on a page comes from anywhere but this machine", async ({ page, baseURL }) => {
  const elsewhere: string[] = [];
  page.on("request", (r) => !r.url().startsWith(baseURL!) && !r.url().startsWith("data:") && elsewhere.push(r.url()));
  for (const screen of ["/", "/jobs/406/measure", "/jobs/406/choose", "/jobs/405/make-safe"]) {
    await page.goto(screen);
    await page.waitForLoadState("networkidle");
  }
  expect(elsewhere).toEqual([]);
});

test.describe("a server killed right after it acknowledged a reading", () => {
  const port = 4391;
  const url = process.env.MIRVEK_FAULT_URL!;
  const origin = `http://127.0.0.1:${port}`;
  let server: ChildProcess;

  async function start(request: APIRequestContext): Promise<void> {
    const env = { ...process.env, DATABASE_URL: url, PORT: String(port) };
    server = spawn("node", ["serve.mjs"], { cwd: `${root}/web`, env, stdio: "ignore" });
    await expect
      .poll(
        () =>
          request.get(`${origin}/icon.svg`).then(
            (r) => r.status(),
            () => 0,
          ),
        { timeout: 30_000 },
      )
      .toBe(200);
  }
  const kill = () =>
    new Promise<void>((resolve) => {
      server.once("exit", () => resolve());
      server.kill("SIGKILL");
    });

  test("has it after the restart, web server and database alike", async ({ request }) => {
    execFileSync("npm", ["run", "--silent", "migrate"], { cwd: `${root}/web`, env: { ...process.env, DATABASE_URL: url } });
    await start(request);
    const headers = { origin };
    const job = `${origin}/api/jobs/${await openedJob(request, origin, "")}`;
    const read = (text: string) =>
      request.post(`${job}/readout`, {
        headers,
        data: { line: text, clientKey: randomUUID(), current: null, meter: null, inCircuit: true },
      });
    await request.post(`${job}/safety`, { headers, data: { kind: "override", reason: "no supply inside" } });
    expect((await read("add C1 10u 50v coupling")).status()).toBe(200);
    const kept = await read("C1 esr 4.6");
    expect(kept.status()).toBe(200);
    await kill();
    database("kill");
    database("start");
    await start(request);
    const { value } = await (await request.get(job)).json();
    expect(value.positions[0].readings).toMatchObject([{ measurement: { kind: "esr", ohms: 4.6 } }]);
    await kill();
  });
});

test("after all that the first job still answers", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  await say(page, "note still here");
  await expect(answer(page)).toContainText("still here");
});
