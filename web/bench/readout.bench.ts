import { expect, test, type APIRequestContext, type Page } from "@playwright/test";
import pg from "pg";
import { line, openedJob } from "../e2e/helpers";

const SERVERS = {
  answering: async () => undefined,
  slow: async (page: Page) =>
    page.route("**/readout", async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 1000));
      await route.continue().catch(() => undefined);
    }),
  absent: async (page: Page) => page.route("**/readout", (route) => route.abort()),
} satisfies Record<string, (page: Page) => Promise<unknown>>;

const share = (list: readonly number[], at: number): string =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(at * list.length))]!.toFixed(0);
const shares = (list: readonly number[]) => `p50 ${share(list, 0.5)} ms, p95 ${share(list, 0.95)} ms, max ${share(list, 1)} ms`;

/** A job of as many decouplers, each with as many readings as make up the sum. Answers its number. */
async function bigJob(request: APIRequestContext, origin: string, positions: number, readings: number): Promise<string> {
  const list = Array.from({ length: positions }, (_, i) => `C${i + 1} 100u 16v decoupler`).join("\n");
  const number = await openedJob(request, origin, list);
  const client = new pg.Client({ connectionString: process.env.MIRVEK_BROWSER_URL });
  await client.connect();
  // as 006 of the migrations has them: a line each, one reading to a line
  await client.query(
    `with target as (select j.id as job_id, p.id as position_id, p.designator, row_number() over (order by p.id) as nth
       from job j join position p on p.job_id = j.id where j.number = $1),
     entered as (insert into readout_line (job_id, client_key, typed, entered_by, entered_at)
       select job_id, gen_random_uuid(), designator || ' esr 0.' || (10 + k % 80), 'bench',
         clock_timestamp() - make_interval(secs => $2 - k)
       from generate_series(1, $2::int) k join target on nth = 1 + k % $3 returning id, job_id, typed, entered_at)
     insert into reading (job_id, line_id, position_id, kind, in_circuit, meter_id, value, at_hz, significant, taken_at)
       select e.job_id, e.id, t.position_id, 'esr', true, 'blue', split_part(e.typed, ' esr ', 2)::float8, 100000, 2, e.entered_at
       from entered e join target t on t.designator = split_part(e.typed, ' ', 1)`,
    [number, readings, positions],
  );
  await client.end();
  return number;
}

/** Notes, by the browser's own clock, when a line's verdict has been painted and when it no longer waits. */
async function watch(page: Page): Promise<void> {
  await page.evaluate(() => {
    let start = 0;
    let painted: ((ms: number) => void) | null = null;
    let kept: ((ms: number) => void) | null = null;
    // promises instead of polling: asking the page every few milliseconds would slow what is measured
    Object.assign(window, {
      expectLine() {
        const line = { painted: new Promise<number>((r) => (painted = r)), kept: new Promise<number>((r) => (kept = r)) };
        start = 0;
        Object.assign(window, { line });
      },
    });
    window.addEventListener("keydown", (e) => e.key === "Enter" && (start = performance.now()), { capture: true });
    new MutationObserver(() => {
      const verdict = document.querySelector('[data-testid="verdict"]');
      if (start === 0 || !verdict) return;
      const began = start;
      if (painted) {
        const tell = painted;
        painted = null;
        // the frame after the one in which the verdict stands in the document has been painted
        requestAnimationFrame(() => requestAnimationFrame(() => tell(performance.now() - began)));
      }
      if (kept && !/waiting/.test(verdict.parentElement!.textContent!)) {
        kept(performance.now() - began);
        kept = null;
      }
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
}

interface Watched {
  expectLine: () => void;
  line: { painted: Promise<number>; kept: Promise<number> };
}

interface Times {
  painted: number[];
  kept: number[];
}

async function typeLines(page: Page, texts: readonly string[], untilSaved: boolean): Promise<Times> {
  const times: Times = { painted: [], kept: [] };
  // by a handle and keys: looking the line up by its role anew would cost the page more than what is measured
  const input = (await line(page).elementHandle())!;
  for (const text of texts) {
    await input.fill(text);
    await page.evaluate(() => (window as never as Watched).expectLine());
    await page.keyboard.press("Enter");
    const { painted, kept } = await page.evaluate(async (wait) => {
      const { line } = window as never as Watched;
      return { painted: await line.painted, kept: wait ? await line.kept : null };
    }, untilSaved);
    times.painted.push(painted);
    if (kept !== null) times.kept.push(kept);
  }
  return times;
}

const SIZES = [
  { positions: 16, readings: 0, lines: 200 },
  { positions: 400, readings: 5000, lines: 100 },
];

for (const { positions, readings, lines } of SIZES)
  test(`readout line, ${positions} positions, ${readings} readings before`, async ({ page, request, baseURL }) => {
    test.setTimeout(600_000);
    const number = await bigJob(request, baseURL!, positions, readings);
    const texts = Array.from(
      { length: lines },
      (_, i) => `C${1 + ((i * 7) % positions)} ${i % 2 ? "in" : "out"} esr ${(0.1 + (i % 40) / 10).toFixed(1)}`,
    );
    for (const [name, server] of Object.entries(SERVERS)) {
      await page.goto(`/jobs/${number}/measure`);
      await expect(line(page)).toBeFocused();
      await server(page);
      await watch(page);
      const { painted, kept } = await typeLines(page, texts, name === "answering");
      console.log(`${positions} positions, server ${name}: Enter to painted verdict, ${lines} lines: ${shares(painted)}`);
      if (kept.length > 0) console.log(`${positions} positions: Enter to kept: ${shares(kept)}`);
      await page.unrouteAll({ behavior: "ignoreErrors" });
      await page.evaluate(() => localStorage.clear());
    }
  });

test("lines a minute, and where they land", async ({ page, request, baseURL }) => {
  test.setTimeout(600_000);
  const parts = 120;
  const list = Array.from({ length: parts }, (_, i) => `C${i + 1} 100u 16v decoupler`).join("\n");
  const number = await openedJob(request, baseURL!, list);
  await page.goto(`/jobs/${number}/measure`);
  await expect(line(page)).toBeFocused();
  await line(page).press("ArrowDown");
  const value = (i: number) => (0.1 + i / 1000).toFixed(3);
  const began = performance.now();
  await page.keyboard.type(Array.from({ length: parts }, (_, i) => `${value(i)}\n`).join(""), { delay: 0 });
  const typed = performance.now() - began;
  type Kept = {
    records: { positions: { id: number; designator: string }[]; readings: Record<number, { measurement: { ohms: number } }[]> };
  };
  let misfiled = parts;
  await expect(async () => {
    const { records } = ((await (await request.get(`/api/jobs/${number}/records`)).json()) as { value: Kept }).value;
    expect(Object.values(records.readings).flat()).toHaveLength(parts);
    misfiled = Array.from({ length: parts }, (_, i) => {
      const at = records.positions.find((p) => p.designator === `C${i + 1}`)!;
      return (records.readings[at.id] ?? []).map((r) => r.measurement.ohms.toFixed(3)).join() !== value(i);
    }).filter(Boolean).length;
  }).toPass({ timeout: 120_000 });
  const kept = performance.now() - began;
  console.log(
    `${parts} bare numbers: typed in ${typed.toFixed(0)} ms (${((60_000 * parts) / typed).toFixed(0)} lines a minute), ` +
      `all kept after ${kept.toFixed(0)} ms (${((60_000 * parts) / kept).toFixed(0)} a minute), ${misfiled} misfiled`,
  );
});
