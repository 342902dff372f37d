import { expect, test, type Page } from "@playwright/test";
import { readFile } from "node:fs/promises";
import { expectAccessible, openedJob, say, watchConsole } from "./helpers";

const csv = (name: string, text: string | Buffer) => ({ name, mimeType: "text/csv", buffer: Buffer.from(text as string) });
const give = (page: Page, file: { name: string; mimeType: string; buffer: Buffer }) =>
  page.getByLabel("Supplier's file", { exact: true }).setInputFiles(file);
const said = (page: Page) => page.getByTestId("importSaid");

/** A place in the list at Choose. */
const place = (page: Page, designator: string) =>
  page
    .getByRole("navigation", { name: "Positions to decide" })
    .getByRole("button")
    .filter({ has: page.getByText(designator, { exact: true }) });

const HEAD = "Artikelnummer;Serie;Typ;Kapazität µF;Spannung;D x L;Preis;Lager";
const rows = (n: number, from = 1) =>
  Array.from({ length: n }, (_, i) => `TWP-${from + i};Tinwhistle;Elko radial;${(i % 9) + 1},5;63;8x11,5;0,${10 + (i % 80)};${i}`).join(
    "\r\n",
  );

test("a supplier's file comes in by its columns, bad rows are named with their lines, and the next one is read the same way", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await page.goto("/shop");
  await page.keyboard.press("k");
  await expect(page.getByRole("heading", { name: "Catalogue" })).toBeVisible();
  const bad =
    `${HEAD}\r\n${rows(3)}\r\n` +
    `TWP-9;Tinwhistle;Elko;viel;63;8x11;0,10;1\r\nTWP-1;Tinwhistle;Elko;1,5;63;8x11;0,10;1\r\nTWP-10;=1+1;Elko;2,2;63;8x11;-1;1`;
  await give(page, csv("tin.csv", bad));
  await expect(page.getByRole("heading", { name: /tin\.csv: 8 columns, cells cut at “;”/ })).toBeVisible();
  await expect(page.getByLabel("Column for Value")).toHaveValue("3");
  await expect(page.getByLabel("Unit of Value")).toHaveValue("µF");
  await expect(page.getByRole("table", { name: "First rows as they are read" })).toContainText("TWP-1");
  await page.getByLabel("Supplier", { exact: true }).fill("Tin Whistle Parts");
  await page.getByRole("button", { name: "Read every row" }).click();
  await expect(page.getByRole("heading", { name: "3 of 6 rows can be imported, 3 cannot" })).toBeVisible();
  const list = page.getByRole("list", { name: "Bad rows" });
  await expect(list).toContainText("line 5 Value “viel” cannot be read");
  await expect(list).toContainText("line 6 Code “TWP-1” stands twice");
  await expect(list).toContainText("line 7 Price “-1” is out of range");
  const [file] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Bad rows, CSV" }).click()]);
  const saved = await readFile(await file.path(), "utf8");
  expect(saved.split("\r\n")[0]).toBe(`line,what is wrong,${HEAD.replaceAll(";", ",")}`);
  expect(saved, "no cell runs as a formula").not.toMatch(/(^|,)=1\+1/m);
  await expectAccessible(page);
  await page.getByRole("button", { name: "Take 3 parts in" }).click();
  await expect(said(page)).toHaveText("Imported: 3 new, 0 changed, 0 the same, 0 withdrawn.");
  await give(page, csv("tin2.csv", `${HEAD}\r\n${rows(2)}`));
  await expect(said(page)).toHaveText("Read as the last file of Tin Whistle Parts with these headings.");
  await page.getByLabel("The file").selectOption("whole");
  await page.getByRole("button", { name: "Read every row" }).click();
  await page.getByRole("button", { name: "Take 2 parts in" }).click();
  await expect(said(page)).toHaveText("Imported: 0 new, 0 changed, 2 the same, 1 withdrawn.");
  await expect(page.getByRole("row", { name: /Tin Whistle Parts/ })).toContainText("2");
  expect(complaints).toEqual([]);
});

test("encodings, line breaks in cells, and files that are none", async ({ page }) => {
  await page.goto("/shop/catalogue");
  const western = Buffer.from(`Artikelnummer;Kapazität;Spannung;Größe\r\n"A\r\n1";4,7 µF;63 V;5x11\r\n`, "latin1");
  await give(page, csv("western.csv", western));
  await expect(page.getByRole("heading", { name: /windows-1252/ })).toBeVisible();
  await expect(page.getByLabel("Column for Size, diameter × height")).toHaveValue("");
  await page.getByLabel("Column for Size, diameter × height").selectOption({ label: "Größe" });
  await expect(page.getByRole("table", { name: "First rows as they are read" })).toContainText("4.7 µF");
  const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from("code\tvalue\tvolts\tsize\nB\t10u\t25\t5x11\n", "utf16le")]);
  await give(page, csv("wide.tsv", wide));
  await expect(page.getByRole("heading", { name: /cells cut at tabs, utf-16le/ })).toBeVisible();
  await give(page, csv("nothing.csv", ""));
  await expect(said(page)).toHaveText("The file is empty.");
  await give(page, csv("picture.csv", Buffer.from([0x89, 0x50, 0, 0, 0, 1, 2, 0, 0, 7, 0])));
  await expect(said(page)).toHaveText("This is no text: save the table as CSV first.");
});

test("a hundred thousand rows come in, and a long file can be stopped with nothing taken", async ({ page }) => {
  await page.goto("/shop/catalogue");
  await give(page, csv("big.csv", `${HEAD}\r\n${rows(100_000, 1000)}`));
  await page.getByLabel("Supplier", { exact: true }).fill("Big House");
  await page.getByRole("button", { name: "Read every row" }).click();
  await expect(page.getByRole("heading", { name: "100000 of 100000 rows can be imported" })).toBeVisible({ timeout: 120_000 });
  await page.getByRole("button", { name: "Take 100000 parts in" }).click();
  await expect(page.getByRole("progressbar", { name: "Progress" })).toBeVisible();
  await page.getByRole("button", { name: /^Stop/ }).click();
  await expect(said(page)).toHaveText("Stopped. Nothing was imported.", { timeout: 60_000 });
  await page.reload();
  await expect(page.getByRole("region", { name: "Suppliers" })).toContainText("cancelled, nothing imported");
  await give(page, csv("big.csv", `${HEAD}\r\n${rows(20_000, 1000)}`));
  await page.getByRole("button", { name: "Read every row" }).click();
  await page.getByRole("button", { name: "Take 20000 parts in" }).click({ timeout: 120_000 });
  await expect(said(page)).toHaveText("Imported: 20000 new, 0 changed, 0 the same, 0 withdrawn.", { timeout: 120_000 });
});

test("where nothing fits a set is made up, a part is written down, what it changes is said and heard", async ({
  page,
  request,
  baseURL,
}) => {
  const complaints = watchConsole(page);
  const number = await openedJob(request, baseURL!, "C1 50u 50v crossover bipolar\nC2 16u 525v decoupler can");
  await page.goto(`/jobs/${number}/choose`);
  await page.getByRole("button", { name: "Show every position" }).click();
  await place(page, "C1").click();
  await expect(page.getByText("as no series offers the old value any more")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("c");
  const sets = page.getByRole("region", { name: "Several parts in place of one" });
  await expect(sets.getByRole("listitem").first()).toContainText("in parallel: ");
  await expect(sets).toContainText("By preferred values (IEC 60063)");
  await expectAccessible(page);
  await sets.getByRole("button", { name: /^Take/ }).first().click();
  await expect(page.getByText("in parallel chosen, not fitted yet")).toBeVisible();

  await place(page, "C2").click();
  await expect(page.getByText("No part in the catalogue fits.").or(page.getByRole("button", { name: /^Take / }).first())).toBeVisible();
  await page.getByRole("button", { name: /^Combine several parts/ }).click();
  await expect(sets.getByRole("listitem").filter({ hasText: "in series" }).first()).toContainText("Across each");
  await page.getByRole("button", { name: /^Enter a part/ }).click();
  const form = page.getByRole("form", { name: "A part outside the catalogue" });
  await form.getByLabel("Code", { exact: true }).fill("attic-16");
  await form.getByLabel("Type", { exact: true }).fill("electrolytic can");
  await form.getByLabel("Volts", { exact: true }).fill("lots");
  await form.getByLabel(/^Size/).fill("25x50");
  await form.getByLabel("Temperature").fill("105");
  await form.getByRole("button", { name: "Enter it" }).click();
  await expect(form).toContainText("Volts “lots” cannot be read");
  await form.getByLabel("Volts", { exact: true }).fill("550");
  await form.getByRole("button", { name: "Enter it" }).click();
  await expect(page.getByRole("button", { name: "Take attic-16" })).toBeVisible();
  expect(complaints).toEqual([]);
});

test("a whole can is planned as loose parts, a price has a past, a pair is bought to be matched, a regulator's ESR window refuses", async ({
  page,
  request,
  baseURL,
}) => {
  const complaints = watchConsole(page);
  const number = await openedJob(
    request,
    baseURL!,
    "C4A 32u 450v reservoir can 35x60\nC4B 32u 450v decoupler can 35x60\n#Left L\nC5 4.7u 100v crossover " +
      "bipolar\n#Board\nC6 10u 35v regout",
  );
  await request.post(`/api/jobs/${number}/positions`, {
    data: { kind: "counterparts", from: ["C5"], offset: 100, channels: ["R"] },
    headers: { origin: baseURL! },
  });
  await page.goto(`/jobs/${number}/choose`);
  await page.getByRole("button", { name: "Show every position" }).click();
  await place(page, "C4B").click();
  await page.keyboard.press("Escape");
  await page.keyboard.press("j");
  const can = page.getByRole("region", { name: "Multi-section can C4" });
  await expect(can).toContainText("Nothing chosen yet for C4A and C4B");
  await page
    .getByRole("button", { name: /^Take / })
    .first()
    .click();
  await expect(page.getByText("chosen, not fitted yet")).toBeVisible();
  await page.getByRole("button", { name: /^Replace the whole can/ }).click();
  await expect(can).toContainText("Nothing chosen yet for C4A");
  await expect(can.getByRole("img", { name: /C4A and C4B with their minus leads joined/ })).toBeVisible();
  await page
    .getByRole("button", { name: /^Price of/ })
    .first()
    .click();
  await expect(page.getByRole("table", { name: /^Price and stock of/ })).toContainText("a file");
  await page.keyboard.press("Escape");

  await place(page, "C5").click();
  await expect(page.getByText(/buy \d+, measure them, take the two nearest/).first()).toBeVisible();

  /** ESR of what is offered for C6, where its series states one */
  const statedEsr = async (): Promise<number[]> => {
    const { value } = await (await request.get(`/api/jobs/${number}/candidates?position=C6`)).json();
    const offered = value.ranking.shortList as { part: { esr: { ohms: number; at: number } | null } }[];
    return offered.flatMap(({ part }) => (part.esr && part.esr.at >= 20_000 ? [part.esr.ohms] : []));
  };
  expect((await statedEsr()).length).toBeGreaterThan(0);
  await page.goto(`/jobs/${number}/measure`);
  await page.getByRole("button", { name: "C6", exact: true }).click();
  const drawer = page.getByRole("dialog");
  await drawer.getByText("What the circuit asks of it").click();
  await drawer.getByLabel("Minimum ESR of the regulator").fill("5");
  await drawer.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText(/has a top/).first()).toBeVisible();
  await drawer.getByLabel("Maximum ESR of the regulator").fill("20");
  await drawer.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Saved.")).toBeVisible();
  await page.goto(`/jobs/${number}/choose`);
  await page.getByRole("button", { name: "Show every position" }).click();
  await place(page, "C6").click();
  await expect(page.getByText(/ESR not stated: ask or measure one/).first()).toBeVisible();
  expect(await statedEsr()).toEqual([]);
  expect(complaints).toEqual([]);
});

test("a coupling part is heard before and after, and asked for at the supplier's, who may be silent", async ({ page }) => {
  await page.goto("/jobs/406/choose");
  await place(page, "C21").click();
  await page.getByRole("button", { name: /^Rules/ }).click();
  await expect(page.getByRole("list", { name: /^Rules on/ }).first()).toContainText("nearValue The nearer the value");
  await page.getByRole("button", { name: /^Hear it/ }).click();
  await expect(page.getByTestId("heardSaid")).toContainText("at equal loudness", { timeout: 60_000 });
  await page.getByRole("button", { name: "▶ with this part" }).click();
  await expect(page.getByRole("button", { name: "■ with this part" })).toBeVisible();
  await page.goto("/shop/catalogue");
  const address = page.getByLabel("Address of Loom and Ladder");
  await address.fill("http://127.0.0.1:9/");
  await Promise.all([page.waitForResponse((r) => r.url().endsWith("/api/shop/suppliers") && r.ok()), address.press("Enter")]);
  await page.goto("/jobs/406/choose");
  await page.getByRole("button", { name: "Ask stock and price" }).click();
  await expect(page.getByText("Loom and Ladder does not answer. Price and stock stay as they were last known.")).toBeVisible({
    timeout: 60_000,
  });
});

test("the approaches stand side by side; following one changes the list and what is done next", async ({ page, request, baseURL }) => {
  const number = await openedJob(
    request,
    baseURL!,
    "#Supply\nC1 470u 25v decoupler\nC2 470u 25v decoupler\nC3 100u 25v decoupler\n#Tone\nC4 10u 25v coupling",
  );
  await page.goto(`/jobs/${number}/measure`);
  await say(page, "c1 out esr 9");
  await page.goto(`/jobs/${number}/choose`);
  await expect(place(page, "C1")).toBeVisible();
  await expect(place(page, "C3")).toBeHidden();
  await page.getByRole("button", { name: "Calculate costs" }).click();
  const offer = page.getByRole("region", { name: "Repair options" });
  await expect(offer.getByRole("row", { name: /the whole section/ })).toContainText("own: 0 closed, too few to tell");
  await offer.getByRole("button", { name: "Follow: the whole section" }).click();
  await expect(place(page, "C3")).toContainText("by the scope");
  await expect(place(page, "C4")).toBeHidden();
});

test("what was taken is ordered over all jobs, booked in with a sample onto the shelf, and leaves when it is fitted", async ({
  page,
  request,
  baseURL,
}) => {
  const complaints = watchConsole(page);
  const number = await openedJob(request, baseURL!, "C77 33u 16v coupling");
  await page.goto(`/jobs/${number}/choose`);
  await page.getByRole("button", { name: "Show every position" }).click();
  await place(page, "C77").click();
  const first = page.getByRole("button", { name: /^Take / }).first();
  const code = (await first.getAttribute("aria-label"))!.replace("Take ", "");
  await first.click();
  await expect(page.getByText(`${code} chosen, not fitted yet`)).toBeVisible();
  await page.goto("/shop/order");
  const row = page.getByRole("row").filter({ hasText: code }).first();
  await expect(row).toContainText(`${String(number).padStart(4, "0")} C77`);
  await row.getByRole("button", { name: `${code} is ordered` }).click();
  await expect(page.getByRole("region", { name: "Moves" })).toContainText(`2 × ${code} ordered`);
  await row.getByRole("button", { name: `Book ${code} in` }).click();
  const form = page.getByRole("form", { name: `Book ${code}` });
  await form.getByLabel("Lot").fill("2431");
  await form.getByLabel(/^ESR of one/).fill("1,2");
  await form.getByRole("button", { name: "Book", exact: true }).click();
  await expect(page.getByRole("region", { name: "Moves" })).toContainText(`2 × ${code} delivered, lot 2431`);
  await expectAccessible(page);
  await page.goto("/shop");
  await expect(page.getByRole("region", { name: "Reference shelf" })).toContainText("33 µF");
  await page.goto(`/jobs/${number}/measure`);
  await say(page, "c77 fitted lot 2431");
  await page.goto("/shop/order");
  await expect(page.getByRole("heading", { name: "Order and stock" })).toBeVisible();
  await expect(page.getByRole("row").filter({ hasText: code })).toHaveCount(0);
  expect(complaints).toEqual([]);
});

test("a shop's own figure and settings hold in every job, a meter is added and put away", async ({ page }) => {
  await page.goto("/shop/choosing");
  await page.getByLabel("Find a rule or figure").fill("esr.soundRatio");
  await page.getByRole("row", { name: /esr\.soundRatio/ }).click();
  await page.getByLabel("This shop's own").fill("99");
  await page.keyboard.press("Enter");
  await expect(page.getByText("From 0.125 to 12.5.")).toBeVisible();
  await page.getByLabel("This shop's own").fill("1,4");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "What this shop changed" })).toContainText("esr.soundRatio to 1.4");
  await page.getByLabel("Find a rule or figure").fill("charge.shock");
  await page.getByRole("row", { name: /charge\.shock/ }).click();
  await page.getByLabel("This shop's own").fill("600");
  await page.keyboard.press("Enter");
  await expect(page.getByText("From 6 to 60."), "stricter only").toBeVisible();
  await page.getByLabel("Find a rule or figure").fill("esr.soundRatio");
  await page.getByRole("row", { name: /esr\.soundRatio/ }).click();
  await page.getByRole("button", { name: "Restore default" }).click();
  await expect(page.getByRole("region", { name: "What this shop changed" })).toContainText("back to the default");
  await page.goto("/shop/settings");
  await page.getByLabel("Years a part should last").fill("many");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText(/^Years a part should last is not accepted/)).toBeVisible();
  await page.getByLabel("Years a part should last").fill("12");
  await page.getByLabel("How much to replace").selectOption("section");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("region", { name: "Margins and repair approach" })).toContainText("Saved.");
  await page.goto("/jobs/new");
  await expect(page.getByLabel("How much to replace")).toHaveValue("section");
  await page.goto("/shop/settings");
  await page.getByLabel("How much to replace").selectOption("provenBad");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("region", { name: "Margins and repair approach" })).toContainText("Saved.");
  const meters = page.getByRole("region", { name: "Meters" });
  await meters.getByLabel("Name", { exact: true }).fill("Grey meter");
  // green is what a corroded lead is
  await meters.getByLabel("Short name").fill("green");
  await meters.getByRole("button", { name: "Save meter" }).click();
  await expect(meters).toContainText("Short name is not accepted");
  await meters.getByLabel("Short name").fill("grey");
  await meters.getByRole("button", { name: "Save meter" }).click();
  await expect(meters.getByRole("row", { name: /Grey meter/ })).toContainText("100 kHz");
  await meters.getByRole("button", { name: "Remove Grey meter" }).click();
  await expect(meters.getByRole("row", { name: /Grey meter/ })).toBeHidden();
});

test("the road map of a channel says what lies against its neighbours, and prints", async ({ page }) => {
  await page.goto("/jobs/403/component-map");
  const sheet = page.getByRole("article", { name: "Component map" });
  await expect(sheet).toContainText("Mounted against their neighbours or their counterparts: C22 and C25.");
  await expect(sheet.getByRole("row", { name: /^C25/ })).toContainText("plus points down against its neighbours");
  await expect(sheet.getByRole("row", { name: /^C22/ })).toContainText("C42 the other way");
  await expect(sheet.getByRole("row", { name: /^C24/ })).toContainText("either way round");
  await page.emulateMedia({ media: "print" });
  await expect(sheet.getByRole("button", { name: /^Print/ })).toBeHidden();
});
