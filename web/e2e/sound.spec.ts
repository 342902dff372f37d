import { expect, test, type Page } from "@playwright/test";
import { readFile } from "node:fs/promises";
import { expectAccessible, hummingReceiver, watchConsole } from "./helpers";

const RATE = 32_000;

/** A WAV of 16 bits: what `left` and `right` are at each moment, full scale 1. */
function wav(seconds: number, left: (t: number) => number, right: (t: number) => number = left): Buffer {
  const frames = Math.round(seconds * RATE);
  const bytes = Buffer.alloc(44 + 4 * frames);
  bytes.write("RIFF", 0);
  bytes.writeUInt32LE(36 + 4 * frames, 4);
  bytes.write("WAVEfmt ", 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(2, 22);
  bytes.writeUInt32LE(RATE, 24);
  bytes.writeUInt32LE(4 * RATE, 28);
  bytes.writeUInt16LE(4, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write("data", 36);
  bytes.writeUInt32LE(4 * frames, 40);
  for (let i = 0; i < frames; i++)
    for (const [c, side] of [left, right].entries())
      bytes.writeInt16LE(Math.round(32767 * Math.max(-1, Math.min(1, side(i / RATE)))), 44 + 4 * i + 2 * c);
  return bytes;
}
/** Repeatable, evenly spread, of about −80 dBFS: what any recording has. */
let drawn = 1;
const noise = () => {
  drawn = (drawn * 48271) % 2147483647;
  return 2e-4 * (drawn / 2147483647 - 0.5);
};
const MAINS = 49.97;
const sawTooth = (t: number) => 0.02 * (0.5 - ((2 * MAINS * t) % 1)) + noise();
const hum = () => ({ name: "as taken in.wav", mimeType: "audio/wav", buffer: wav(6, sawTooth) });
const cured = () => ({ name: "repaired.wav", mimeType: "audio/wav", buffer: wav(6, noise) });

const take = (page: Page, file: { name: string; mimeType: string; buffer: Buffer }) =>
  page.getByLabel("Recordings", { exact: true }).first().setInputFiles(file);
const says = (page: Page) => page.getByTestId("says");
const recording = (page: Page, name: string) =>
  page.getByRole("list", { name: "Recordings" }).getByRole("listitem").filter({ hasText: name });

test("a file dropped at the Sound station is heard, kept, and its findings move the suspects", async ({ page, request, baseURL }) => {
  const complaints = watchConsole(page);
  const number = await hummingReceiver(request, baseURL!, "");
  await page.goto(`/jobs/${number}/diagnose`);
  const suspects = page.getByRole("region", { name: "Suspects", exact: true });
  const share = async (name: string) =>
    Number(/(\d+) %/.exec((await suspects.getByRole("row").filter({ hasText: name }).textContent())!)![1]);
  await expect(suspects.getByRole("row").first()).toContainText("a reservoir has dried out");
  const before = await share("a reservoir has dried out");

  await page
    .getByRole("navigation", { name: "Job" })
    .getByRole("link", { name: /^Sound/ })
    .click();
  await expect(page.getByText("Record a few seconds of the fault")).toBeVisible();
  const file = await page.evaluateHandle((bytes) => {
    const data = new DataTransfer();
    data.items.add(new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], "as taken in.wav", { type: "audio/wav" }));
    return data;
  }, hum().buffer.toString("base64"));
  await page.getByRole("group", { name: "Add a recording" }).dispatchEvent("drop", { dataTransfer: file });
  await expect(says(page)).toHaveText("Hum, a saw-tooth at twice the mains frequency: both sides.", { timeout: 60_000 });
  await expect(page.getByText("mains 49.97 Hz")).toBeVisible();
  await expect(recording(page, "as taken in.wav")).toContainText(/[0-9a-f]{7}/);
  await expectAccessible(page);

  await page.keyboard.press("e");
  await expect(page.getByText("2 lines saved to the job: Diagnose counts them.")).toBeVisible();
  await expect(page.getByText(/heard hum ripple 49\.97 hz -\d\d(\.\d)? db rec [0-9a-f]{7}/)).toBeVisible();
  await page
    .getByRole("navigation", { name: "Job" })
    .getByRole("link", { name: /^Diagnose/ })
    .click();
  await expect(suspects.getByRole("row").first()).toContainText("a reservoir has dried out");
  expect(await share("a reservoir has dried out")).toBeGreaterThan(before);
  expect(complaints).toEqual([]);
});

test("what was kept comes out again bit for bit, by whoever opens the job, and can be struck", async ({ page, request, baseURL }) => {
  const number = await hummingReceiver(request, baseURL!, "");
  await page.goto(`/jobs/${number}/sound`);
  const file = hum();
  await take(page, file);
  await expect(recording(page, file.name)).toContainText(/[0-9a-f]{7}/, { timeout: 60_000 });
  await page.reload();
  await expect(says(page)).toContainText("Hum", { timeout: 60_000 });
  const [saved] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Recording", exact: true }).click()]);
  expect(Buffer.compare(await readFile(await saved.path()), file.buffer)).toBe(0);
  await page.getByRole("button", { name: `Strike out ${file.name}` }).click();
  await expect(page.getByText("Record a few seconds of the fault")).toBeVisible();
});

test("before and after stand in one table, in the job and in the report", async ({ page, request, baseURL }) => {
  const number = await hummingReceiver(request, baseURL!, "");
  await page.goto(`/jobs/${number}/sound`);
  await take(page, hum());
  await expect(recording(page, "as taken in.wav")).toContainText(/[0-9a-f]{7}/, { timeout: 60_000 });
  await take(page, cured());
  await expect(says(page)).toHaveText("Nothing stands out in it.", { timeout: 60_000 });
  await expect(recording(page, "repaired.wav")).toContainText(/[0-9a-f]{7}/, { timeout: 60_000 });
  const table = page.getByRole("region", { name: "Before and after" });
  await expect(table).toContainText("Mark one before and one after as recorded with nothing played");
  for (const name of ["as taken in.wav", "repaired.wav"])
    await Promise.all([
      page.waitForResponse((r) => r.request().method() === "PATCH" && r.ok()),
      page.getByLabel(`What was played in ${name}`).selectOption("nothing"),
    ]);
  await expect(table.getByRole("row", { name: /^Hum/ })).toContainText("none above");
  await expect(table.getByRole("row", { name: /^Hum/ })).toContainText("at least");
  await page.getByRole("button", { name: "Save to the job: hum gone" }).click();
  await expect(page.getByRole("complementary")).toContainText("hum gone");
  await page.goto(`/jobs/${number}/return`);
  const report = page.getByRole("article", { name: "Report" });
  await expect(report.getByRole("heading", { name: "What was heard" })).toBeVisible();
  await expect(report.getByRole("row", { name: /^Hum/ })).toContainText("at least");
  await expect(report.getByRole("row", { name: /^Everything, A-weighted/ })).toContainText("dBA");
});

test("without a job: a simulated unit, each finding alone, one side against the other, and files to take away", async ({ page }) => {
  const complaints = watchConsole(page);
  await page.goto("/");
  await page.keyboard.press("h");
  await expect(page).toHaveURL(/\/sound$/);
  await page.getByLabel("Unit").selectOption("mixer");
  await page.keyboard.press("g");
  await expect(says(page)).toHaveText("Dropouts: right.", { timeout: 60_000 });
  await expect(page.getByText(/^Simulated\. Add: 5 gaps, right\./)).toBeVisible();
  await page.keyboard.press("p");
  await expect(page.getByText("dropouts: cut out of the recording, level evened.")).toBeVisible();
  await page.keyboard.press("v");
  await expect(page.getByTestId("compared")).toContainText("The right side is");
  const saved = async (button: string) => {
    const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: button }).click()]);
    return readFile(await download.path(), "utf8");
  };
  expect(JSON.parse(await saved("Findings, JSON"))).toMatchObject({
    mirvekSound: 1,
    channels: 2,
    findings: [{ label: "dropouts", count: 5 }],
  });
  const thirds = (await saved("Third octaves, CSV")).trim().split("\r\n");
  expect([thirds[0], thirds.length]).toEqual(["Hz,channel 1 dBFS,channel 2 dBFS", 32]);
  expect((await saved("Spectrum, CSV")).split("\r\n")[0]).toContain("quiet dBFS");
  const [signal] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Save as WAV" }).click()]);
  expect((await readFile(await signal.path())).subarray(0, 4).toString()).toBe("RIFF");
  await expectAccessible(page);
  expect(complaints).toEqual([]);
});

test("an input is recorded as it is", async ({ page }) => {
  await page.goto("/sound");
  await page.keyboard.press("m");
  await expect(page.getByRole("button", { name: /^Stop, [2-9] s/ })).toBeVisible();
  await page.keyboard.press("m");
  await expect(recording(page, "recorded")).toBeVisible();
  // the input of the test beeps once a second
  await expect(says(page)).toBeVisible({ timeout: 60_000 });
});

const SQUARE = wav(2, (t) => (t % 0.01 < 0.005 ? 1 : -1));
test.describe("files that are none, and odd ones", () => {
  for (const [name, buffer, sentence] of [
    ["text.wav", Buffer.from("this is a shopping list"), "no WAV file"],
    ["empty.wav", Buffer.alloc(0), "The file is empty."],
    ["film.mp4", Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from("ftypmp42"), Buffer.alloc(5000, 7)]), "no WAV file"],
    ["cut.wav", hum().buffer.subarray(0, 30), "header"],
    ["short.wav", wav(0.05, noise), "0.05 s long"],
  ] as const)
    test(`${name}: a sentence says why`, async ({ page }) => {
      await page.goto("/sound");
      await take(page, { name, mimeType: "application/octet-stream", buffer });
      await expect(page.getByRole("alert").filter({ hasText: sentence })).toBeVisible({ timeout: 60_000 });
    });

  test("a full-scale square, silence and a side that is all zero are heard as what they are", async ({ page }) => {
    await page.goto("/sound");
    await take(page, { name: "square.wav", mimeType: "audio/wav", buffer: SQUARE });
    await expect(says(page)).toBeVisible({ timeout: 60_000 });
    await take(page, { name: "silence.wav", mimeType: "audio/wav", buffer: wav(2, () => 0) });
    await expect(says(page)).toHaveText("Nothing stands out in it.", { timeout: 60_000 });
    await take(page, { name: "half.wav", mimeType: "audio/wav", buffer: wav(6, sawTooth, () => 0) });
    await expect(says(page)).toContainText("Hum, a saw-tooth at twice the mains frequency: left.", { timeout: 60_000 });
  });

  test("a long one can be stopped, and the screen goes on", async ({ page }) => {
    await page.goto("/sound");
    await take(page, { name: "long.wav", mimeType: "audio/wav", buffer: wav(300, (t) => (t % 7 < 3 ? 0.1 : 0)) });
    await page.getByRole("button", { name: /^Stop\s*Esc/ }).click();
    await expect(page.getByText("Not analysed yet.")).toBeVisible();
    await take(page, hum());
    await expect(says(page)).toContainText("Hum", { timeout: 60_000 });
  });
});
