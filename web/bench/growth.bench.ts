import { randomUUID } from "node:crypto";
import { expect, test, type APIRequestContext } from "@playwright/test";
import pg from "pg";

// What a big shop costs: the same four questions to the server as the shop grows, tenfold and tenfold again.

interface Size {
  jobs: number;
  positions: number;
  readings: number;
  parts: number;
}
const PER_JOB = 20;
const PER_POSITION = 10;
const SIZES: readonly Size[] = [
  { jobs: 200, positions: 200 * PER_JOB, readings: 200 * PER_JOB * PER_POSITION, parts: 10_000 },
  { jobs: 2000, positions: 2000 * PER_JOB, readings: 2000 * PER_JOB * PER_POSITION, parts: 100_000 },
];
/** one job in so many is open; the rest lie in the drawer */
const OPEN_IN = 20;
const ASKED = 60;

async function withClient<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: process.env.MIRVEK_BROWSER_URL });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Fills the shop up to a size: jobs as the bench types them, a line to a reading, and the demo's catalogue over and over. */
async function growTo({ jobs, parts }: Size): Promise<void> {
  await withClient(async (c) => {
    await c.query(
      `with made as (
         insert into job (number, title, unit_kind, supply_kind, mains_hz, mains_v, complaint, state, opened_at, closed_at)
         select 1000 + g, 'Grown unit ' || g, 'receiver', 'linear', 50, 230, 'hums',
           (case when g % $2 = 0 then 'open' else 'closed' end)::job_state,
           now() - make_interval(days => 3000 - g), case when g % $2 = 0 then null else now() end
         from generate_series((select count(*)::int + 1 from job where number > 1000), $1::int) g returning id),
       found as (insert into job_finding select id, 'hum'::finding from made),
       placed as (insert into position (job_id, designator, section, role, technology, nominal_f, rated_v, tolerance_minus,
         tolerance_plus, holds_charge)
         select m.id, 'C' || k, 'Board ' || k / 7, (case when k < 3 then 'reservoir' else 'decoupler' end)::role, 'aluminium',
           case when k < 3 then 4.7e-3 else 1e-4 end, case when k < 3 then 50 else 16 end, 0.2, 0.2, k < 3
         from made m, generate_series(1, ${PER_JOB}) k returning id, job_id, designator)
       select 1`,
      [jobs, OPEN_IN],
    );
    await c.query(
      `with target as (select p.id, p.job_id, p.designator from position p join job j on j.id = p.job_id
         where j.number > 1000 and not exists (select 1 from reading r where r.position_id = p.id)),
       entered as (insert into readout_line (job_id, client_key, typed, entered_by, entered_at)
         select job_id, gen_random_uuid(), designator || ' esr 0.' || 10 + k, 'bench', clock_timestamp()
         from target, generate_series(1, ${PER_POSITION}) k returning id, job_id, typed, entered_at)
       insert into reading (job_id, line_id, position_id, kind, in_circuit, meter_id, value, at_hz, significant, taken_at)
         select e.job_id, e.id, t.id, 'esr', true, 'blue', split_part(e.typed, ' esr ', 2)::float8, 100000, 2, e.entered_at
         from entered e join target t on t.job_id = e.job_id and t.designator = split_part(e.typed, ' ', 1)`,
    );
    const columns = (
      await c.query("select column_name from information_schema.columns where table_name = 'part' and column_name not in ('id', 'code')")
    ).rows
      .map((r: { column_name: string }) => r.column_name)
      .join(", ");
    await c.query(
      `insert into part (code, ${columns}) select code || '/' || g, ${columns} from part, generate_series(
         (select coalesce(max(split_part(code, '/', 2)::int), 0) from part where code like '%/%') + 1,
         (select ceil($1 / count(*)::numeric)::int from part where code not like '%/%')) g where code not like '%/%'`,
      [parts],
    );
    await c.query("vacuum analyze");
  });
}

const at = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))]!;

/** Milliseconds until the whole answer is here, over many different jobs. */
async function timed(ask: (i: number) => Promise<{ ok(): boolean; body(): Promise<unknown> }>): Promise<string> {
  const times: number[] = [];
  for (let i = 0; i < ASKED; i++) {
    const began = performance.now();
    const response = await ask(i);
    await response.body();
    times.push(performance.now() - began);
    expect(response.ok(), `question ${i}`).toBe(true);
  }
  return `p50 ${at(times, 0.5).toFixed(0)}, p95 ${at(times, 0.95).toFixed(0)} ms`;
}

async function measure(
  request: APIRequestContext,
  origin: string,
  name: string,
  numbers: readonly number[],
  designators: readonly string[],
) {
  const job = (i: number) => numbers[(i * 7) % numbers.length]!;
  const designator = (i: number) => designators[i % designators.length]!;
  const headers = { origin };
  const rows = [
    ["bench page", await timed((i) => request.get(i % 3 === 0 ? "/?find=hum" : "/"))],
    ["job page", await timed((i) => request.get(`/jobs/${job(i)}/measure`))],
    [
      "line to verdict kept",
      await timed((i) =>
        request.post(`/api/jobs/${job(i)}/readout`, {
          headers,
          data: { line: `${designator(i)} esr 0.4`, clientKey: randomUUID(), current: null, meter: "blue", inCircuit: true },
        }),
      ),
    ],
    ["sets", await timed((i) => request.get(`/api/jobs/${job(i)}/sets?position=${designator(i)}`))],
    ["ranking", await timed((i) => request.get(`/api/jobs/${job(i)}/candidates?position=${designator(i)}`))],
  ] as const;
  for (const [what, figures] of rows) console.log(`${name}: ${what}: ${figures}`);
}

test("server time as the shop grows", async ({ request, baseURL }) => {
  test.setTimeout(1_200_000);
  await measure(request, baseURL!, "demo", [406], ["C1", "C14", "C6", "C121"]);
  for (const size of SIZES) {
    await growTo(size);
    const count = await withClient(
      async (c) =>
        (
          await c.query(
            "select (select count(*) from job) as jobs, (select count(*) from position) as positions, (select count(*) from " +
              "reading) as readings, (select count(*) from part) as parts",
          )
        ).rows[0],
    );
    const numbers = Array.from({ length: size.jobs / OPEN_IN }, (_, i) => 1000 + (i + 1) * OPEN_IN);
    await measure(
      request,
      baseURL!,
      `${count.jobs} jobs, ${count.positions} positions, ${count.readings} readings, ${count.parts} parts`,
      numbers,
      ["C1", "C5", "C12", "C20"],
    );
  }
});

/** Rows of a file that somebody waits for. */
const FILE_ROWS = 100_000;

test("a supplier's file of a hundred thousand rows", async ({ page }) => {
  test.setTimeout(600_000);
  const row = (i: number) => `BIG-${i};Bighouse;Elko;${(i % 90) / 10 + 1} µF;63;8x11,5;0,${10 + (i % 80)};${i % 500}`;
  const text = ["Order code;Series;Kind;Value;Volts;D x L;Price;Stock", ...Array.from({ length: FILE_ROWS }, (_, i) => row(i))].join(
    "\r\n",
  );
  await page.goto("/shop/catalogue");
  await page
    .getByLabel("Supplier's file", { exact: true })
    .setInputFiles({ name: "big.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await page.getByLabel("Supplier", { exact: true }).fill("Big House");
  const began = performance.now();
  await page.getByRole("button", { name: "Read every row" }).click();
  await page.getByRole("heading", { name: `${FILE_ROWS} of ${FILE_ROWS} rows can be imported` }).waitFor({ timeout: 300_000 });
  const read = performance.now();
  await page.getByRole("button", { name: `Take ${FILE_ROWS} parts in` }).click();
  await expect(page.getByTestId("importSaid")).toContainText(`Taken: ${FILE_ROWS} new`, { timeout: 300_000 });
  const taken = performance.now();
  console.log(`${FILE_ROWS} rows: read in ${((read - began) / 1000).toFixed(1)} s, taken in ${((taken - read) / 1000).toFixed(1)} s`);
});

const kilobytes = (bytes: number) => (bytes / 1024).toFixed(0);

test("JavaScript on the wire, screen by screen", async ({ context }) => {
  test.setTimeout(300_000);
  for (const screen of [
    "/",
    "/jobs/new",
    ...["", "/settings", "/choosing", "/catalogue", "/order"].map((s) => `/shop${s}`),
    ...[
      "check-in",
      "make-safe",
      "inspect",
      "diagnose",
      "measure",
      "simulate",
      "choose",
      "fit",
      "power-up",
      "adjust",
      "final-test",
      "return",
      "log",
    ].map((s) => `/jobs/406/${s}`),
  ]) {
    // a page of its own: what the one before still fetches is not counted here
    const page = await context.newPage();
    const client = await context.newCDPSession(page);
    await client.send("Network.enable");
    await client.send("Network.clearBrowserCache");
    let bytes = 0;
    const scripts = new Set<string>();
    client.on("Network.responseReceived", (e) => e.type === "Script" && scripts.add(e.requestId));
    client.on("Network.loadingFinished", (e) => scripts.has(e.requestId) && (bytes += e.encodedDataLength));
    await page.goto(screen);
    const needed = bytes;
    await page.waitForLoadState("networkidle");
    console.log(`${screen}: ${kilobytes(needed)} KB of JavaScript, ${kilobytes(bytes)} KB with what comes later`);
    await page.close();
  }
});
