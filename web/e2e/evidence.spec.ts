import { expect, test, type Page } from "@playwright/test";
import sharp from "sharp";
import { answer, expectAccessible, line, openedJob, say, watchConsole } from "./helpers";

const nextAct = (page: Page) => page.getByRole("status", { name: "Next step" });

test("seven channels are entered from a written list in under 150 key strokes for 28 counterparts", async ({ page, request, baseURL }) => {
  const number = await openedJob(
    request,
    baseURL!,
    "#Front end\nC101 10u 50v coupling L\nC102 10u 50v coupling L\nC103 47u 25v decoupler L\nC104 22u 25v bypass L",
  );
  await page.goto(`/jobs/${number}/measure`);
  await expect(line(page)).toBeFocused();
  let strokes = 0;
  const press = async (key: string) => {
    strokes++;
    await page.keyboard.press(key);
  };
  const type = async (text: string) => {
    strokes += text.length;
    await page.keyboard.type(text);
  };
  await press("Escape");
  await press("y");
  await expect(page.locator("#counterpart-from")).toBeFocused();
  await press("Tab");
  await press("Tab");
  await expect(page.locator("#counterpart-channel")).toBeFocused();
  await type("R C SL SR SBL SBR");
  await expect(page.getByRole("button", { name: "Make 24" })).toBeEnabled();
  await press("Enter");
  await expect(page.getByText("Capacitors 28")).toBeVisible();
  await expect(page.getByRole("dialog")).toBeHidden();
  await press("[");
  await expect(page.getByRole("table", { name: "ESR side by side" })).toBeVisible();
  await expect(line(page)).toBeFocused();
  // one row has an odd one out, one grows warmer along the board, one is as it should be, one has two dead ones
  const list = [
    "1.6",
    "1.7",
    "1.6",
    "5.9",
    "1.5",
    "1.7",
    "1.6",
    "1.5",
    "1.8",
    "2.1",
    "2.5",
    "2.9",
    "3.4",
    "4",
    ".3",
    ".3",
    ".3",
    ".3",
    ".3",
    ".3",
    ".3",
    ".5",
    ".6",
    "3",
    ".5",
    "3",
    ".5",
    ".6",
  ];
  for (const [i, figure] of list.entries()) {
    await type(figure);
    await press("Enter");
    // the cursor walks on by itself, along the row and on to the next
    if (i === 0) await expect(page.getByText(/^Cursor on C201|C101/).first()).toBeVisible();
  }
  const table = page.getByRole("table", { name: "ESR side by side" });
  const row = (name: string) => table.getByRole("row", { name: new RegExp(`^${name}`) });
  await expect(row("C101")).toContainText("5.9");
  await expect(row("C101")).toContainText("3.7 ×");
  await expect(row("C102")).toContainText("2.6 × end to end");
  await expect(row("C104")).toContainText("0.60 Ω");
  expect(strokes).toBeLessThan(150);
});

test("from a fuse that looks whole to the reservoir behind it, said as it comes to mind", async ({ page, request, baseURL }) => {
  const complaints = watchConsole(page);
  const number = await openedJob(request, baseURL!, "#Supply\nC1 4700u 50v reservoir\n#Amplifier\nC14 100u 16v decoupler");
  await page.goto(`/jobs/${number}/inspect`);
  await say(page, "highest 20v");
  await say(page, "F1 looks whole");
  await expect(nextAct(page)).toContainText("Measure the ohms of F1");
  await say(page, "F1 1.6a ol");
  await expect(nextAct(page)).not.toContainText("F1");
  await say(page, "tone board to ground 3.2k, motor board to ground 4.1k, display board to ground 3.6k");
  await say(page, "T1 halves 2.1 2.2");
  await say(page, "C1 out leak 0.4r");
  await say(page, "lamp stays bright with C1 in");
  await page.goto(`/jobs/${number}/diagnose`);
  await expect(page.getByRole("region", { name: "Asked" })).toContainText("lamp stays bright with C1 in");
  await expect(line(page)).toBeFocused();
  await page.keyboard.press("Escape");
  await page.keyboard.press("h");
  await expect(page.getByRole("region", { name: "Asked" })).toHaveCount(0);
  await say(page, "lifted C1, lamp goes dim");
  await page.goto(`/jobs/${number}/inspect`);
  const fuses = page.getByRole("region", { name: "Blown fuses" });
  await expect(fuses).toContainText("Cause not recorded.");
  await say(page, "F1 blew violently because C1 is shorted");
  await expect(fuses).toContainText("F1, 1.6 A: went violently: look for a short behind it. Why: C1 is shorted.");
  await page.goto(`/jobs/${number}/measure`);
  await page.getByText("Other parts 2").click();
  await expect(page.getByRole("row", { name: /^F1/ })).toContainText("open");
  await expect(page.getByRole("row", { name: /^F1/ })).toContainText("1.6 A");
  await expect(page.getByRole("row", { name: /^T1/ })).toContainText("1.05 : 1");
  expect(complaints).toEqual([]);
});

test("old parts that read badly are innocent: what was tried says so, and the report tells how it was found", async ({
  page,
  request,
  baseURL,
}) => {
  const number = await openedJob(request, baseURL!, "#Speech board\nC12 47u 25v decoupler");
  await page.goto(`/jobs/${number}/diagnose`);
  await say(page, "C12 out esr 4.1");
  await say(page, "47u 35v over C12");
  const asked = page.getByRole("region", { name: "Asked" });
  await expect(asked).toContainText("What did it change?");
  await expect(nextAct(page)).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("e");
  await expect(page.getByRole("row", { name: /^C12 bridged with 47 µF 35 V/ })).toContainText("no difference");
  await expect(page.getByRole("region", { name: "Not put back" })).toContainText("C12 bridged");
  await page.keyboard.press("c");
  await expect(page.getByRole("region", { name: "Not put back" })).toHaveCount(0);
  await say(page, "wiggled earth lug: crackle");
  await say(page, "earth lug corroded badly, cleaned it, noise gone");
  await expectAccessible(page);
  await page.goto(`/jobs/${number}/return`);
  const report = page.getByRole("article", { name: "Report" });
  await expect(report).toContainText("How it was found");
  await expect(report).toContainText("Earth lug cleaned: the fault is gone");
  await expect(report).toContainText("Seen: earth lug corroded, badly");
});

test("a walk with the eyes: a key a part, places by the line, after a leak what to look at next", async ({ page, request, baseURL }) => {
  const number = await openedJob(
    request,
    baseURL!,
    "#Supply\nC1 4700u 50v reservoir\nC2 4700u 50v reservoir\n#Amplifier\nC14 100u 16v decoupler",
  );
  await page.goto(`/jobs/${number}/inspect`);
  const walk = page.getByRole("listbox", { name: "Parts to inspect" });
  await expect(walk).toBeFocused();
  await page.keyboard.press("b");
  await page.keyboard.press("l");
  await page.keyboard.press("w");
  await expect(walk.getByRole("option", { name: /C1/ }).first()).toContainText("bulged");
  await expect(walk.getByRole("option", { name: /C2/ })).toContainText("leaking");
  const leak = page.getByRole("region", { name: "After a leak" });
  await expect(leak.getByRole("columnheader", { name: "C2" })).toBeVisible();
  await say(page, "after leak C2 insulation 2M");
  await expect(leak.getByRole("row", { name: /between pins/ })).toContainText("2.0 MΩ");
  await say(page, "joint Q7 ringed");
  await expect(page.getByText("joint Q7", { exact: true })).toBeVisible();
  await expectAccessible(page);
});

test("the log holds the whole job in order; a line struck there is out of judgement", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "#Supply\nC1 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/measure`);
  await say(page, "rail +15 11.7 loaded");
  await say(page, "sounds like rain");
  await page.keyboard.press("Escape");
  await page.keyboard.press("l");
  await expect(page).toHaveURL(/log$/);
  await expect(page.getByRole("row", { name: /sounds like rain/ })).toContainText("not understood");
  await page.getByText("unread", { exact: true }).click();
  await expect(page.getByRole("row", { name: /rail \+15/ })).toHaveCount(0);
  await page.getByText("all", { exact: true }).click();
  await page.getByRole("button", { name: "Strike out rail +15 11.7 loaded" }).first().click();
  await expect(page.getByRole("row", { name: /rail \+15/ })).toContainText("struck");
  await expectAccessible(page);
});

test("words are never refused, and a figure is never kept unread without being asked for", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "C14 100u 16v decoupler");
  await page.goto(`/jobs/${number}/measure`);
  await line(page).fill("C14 esx 4.6");
  await line(page).press("Enter");
  await expect(answer(page)).toContainText("Not understood: esx");
  await expect(line(page)).toHaveValue("C14 esx 4.6");
  // typed over, it is set aside and the next line stands by itself
  await page.keyboard.type("C14 esr 0.4");
  await page.keyboard.press("Enter");
  await expect(line(page)).toHaveValue("");
  await expect(page.getByText("Not understood: C14 esx 4.6.")).toBeVisible();
  await page.getByRole("button", { name: "Put right" }).click();
  await expect(line(page)).toHaveValue("C14 esx 4.6");
  await say(page, '"C14 esx 4.6');
  await expect(answer(page)).toContainText("saved as typed");
});

test("a picture is dropped in, made small and shown; what is none is refused in words", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "C14 100u 16v decoupler");
  await page.goto(`/jobs/${number}/inspect`);
  await expect(page.getByRole("listbox", { name: "Parts to inspect" })).toBeFocused();
  const section = page.getByRole("region", { name: "Photographs" });
  await section.getByLabel("What it shows").fill("board by C14");
  // some megabytes, as a camera makes them
  const png = await sharp({
    create: { width: 2400, height: 1200, channels: 3, background: "#2d6", noise: { type: "gaussian", mean: 120, sigma: 60 } },
  })
    .png()
    .toBuffer();
  expect(png.length).toBeGreaterThan(2e6);
  await section.getByLabel("Pictures").setInputFiles({ name: "before.png", mimeType: "image/png", buffer: png });
  const picture = section.getByRole("img", { name: "board by C14, before" });
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(1600);
  await section.getByLabel("Pictures").setInputFiles({ name: "trap.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
  await expect(section).toContainText("no picture Mirvek reads");
  await expectAccessible(page);
  await page.goto(`/jobs/${number}/return`);
  await expect(page.getByRole("article", { name: "Report" }).getByRole("img", { name: "board by C14, before" })).toBeVisible();
  await page.goto(`/jobs/${number}/inspect`);
  await section.getByRole("button", { name: "Strike out picture of board by C14" }).click();
  await expect(picture).toHaveCount(0);
});

test("a second fault on the docket has a state of its own, and holds the closing while it is open", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "");
  await page.goto(`/jobs/${number}/check-in`);
  await say(page, "fault headphone socket cuts out");
  const faults = page.getByRole("region", { name: "Faults on this job" });
  await expect(faults.getByRole("row", { name: /headphone socket cuts out/ })).toBeVisible();
  await page.goto(`/jobs/${number}/return`);
  await expect(page.getByText("Another fault of this job is still open")).toBeVisible();
  await page.goto(`/jobs/${number}/check-in`);
  await faults.getByLabel("State of fault 2").selectOption("cured");
  await expect(page.getByTestId("readout-answer")).toContainText("fault 2: cured");
  await expectAccessible(page);
  await page.goto(`/jobs/${number}/return`);
  await expect(page.getByText("Another fault of this job is still open")).toHaveCount(0);
  await expect(page.getByRole("article", { name: "Report" })).toContainText("Fault 2, headphone socket cuts out: cured");
});

test("a written list is pasted into the line: what is understood is kept, what is not stays and is named", async ({
  page,
  request,
  baseURL,
}) => {
  const number = await openedJob(request, baseURL!, "C14 100u 16v decoupler");
  await page.goto(`/jobs/${number}/measure`);
  await expect(line(page)).toBeFocused();
  const looks = Array.from({ length: 100 }, (_, i) => `joint Q${i + 1} ringed`);
  const expectations = ["expect rail +15 15 5%", "expect rail -15 -15 5%", "bias should be -46 to -40", "C14 esx 4.6"];
  await page.evaluate(
    (text) => {
      const data = new DataTransfer();
      data.setData("text", text);
      document.activeElement!.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    },
    [...looks, ...expectations].join("\n"),
  );
  await expect(page.getByText("103 lines saved, 1 not understood: C14 esx 4.6")).toBeVisible();
  await expect(line(page)).toHaveValue("C14 esx 4.6");
  await expect(page.getByText("Points 3")).toBeVisible();
  await line(page).press("Control+Enter");
  await expect(answer(page)).toContainText("saved as typed");
  await page.goto(`/jobs/${number}/inspect`);
  await expect(page.getByText("joint Q100", { exact: true })).toBeVisible({ timeout: 60_000 });
});

test("a part whose volts nobody knows holds the worst charge, is not chosen for, and says so until they are said", async ({
  page,
  request,
  baseURL,
}) => {
  const number = await openedJob(request, baseURL!, "C7 220u reservoir");
  await page.goto(`/jobs/${number}/choose`);
  await say(page, "C7 out esr 30");
  await expect(page.getByText("Enter its voltage first: C7 marked 63v, or C7 working 35v")).toBeVisible();
  await say(page, "C7 marked 35v");
  await expect(page.getByText(/Needs 35 V or more as the original/)).toBeVisible();
  await say(page, "C7 should be 470u 50v");
  await expect(page.getByText(/470 µF belongs here, 220 µF is fitted/)).toBeVisible();
  await expect(page.getByText(/-470u-50/).first()).toBeVisible();
});

test("what came off and what is unsafe hold the closing until they are seen to", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "C1 10u 50v coupling");
  await page.goto(`/jobs/${number}/return`);
  const holds = page.getByRole("list", { name: "Blocks closing" });
  await say(page, "teardown lid, six screws");
  await expect(holds).toContainText("Not fully reassembled: something that came off is not back on.");
  await say(page, "mains lead frayed");
  await expect(holds).toContainText("Earth, insulation, lead or plug was found bad.");
  await page.getByRole("button", { name: "Refitted" }).click();
  await expect(holds).not.toContainText("came off");
  await say(page, "mains lead fine");
  await expect(holds).not.toContainText("Earth, insulation");
  await expect(holds, "nobody has tried the complaint").toContainText("The complaint was not tried");
  await expect(page.getByRole("article", { name: "Report" })).toContainText("Mains lead fine");
});

test("the approaches stand side by side with parts, cost and time, and what the owner agrees to is kept", async ({ page }) => {
  await page.goto("/jobs/403/choose");
  await page.getByRole("button", { name: "Calculate costs" }).click();
  const offer = page.getByRole("region", { name: "Repair options" });
  await expect(offer.getByRole("row")).toHaveCount(5, { timeout: 60_000 });
  const approach = offer.getByRole("row", { name: /the whole section/ });
  await expect(approach).toContainText("this job's scope");
  await expect(approach).toContainText("€");
  await approach.getByRole("button", { name: "Owner agrees" }).click();
  await expect(offer).toContainText("The owner agreed to the whole section, up to €");
});

test("what a unit draws is held against what it should, and usual points are taken on with one press", async ({
  page,
  request,
  baseURL,
}) => {
  const number = await openedJob(request, baseURL!, "C1 10u 50v coupling");
  await page.goto(`/jobs/${number}/measure`);
  await page.getByText(/^Points/).click();
  await say(page, "standby should be 100ma");
  await say(page, "draws 310ma in standby");
  await expect(page.getByRole("region", { name: "What the unit draws" })).toContainText("3.1 × the 100 mA it should draw: far too high");
  await page.goto("/jobs/404/measure");
  await page.getByText(/^Points/).click();
  await page.getByRole("button", { name: "Compare readings with them" }).click();
  await expect(page.getByRole("row", { name: /rail \+5/ })).toContainText("4.75 V to 5.25 V");
  await expect(page.getByRole("button", { name: "Compare readings with them" })).toHaveCount(0);
});

test("a line that asks offers its readings, a digit saves one, and the log says what was told", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "#Supply\nC1 4700u 50v reservoir\nC2 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/measure`);
  await line(page).fill("C2 out 420u grandfather");
  await expect(answer(page)).toContainText("Not understood: grandfather. Which is meant?");
  const offers = page.getByRole("list", { name: "Readings offered" });
  await expect(offers.getByRole("listitem")).toHaveText([/1\s*C2: C 420 µF/]);
  await page.keyboard.press("9");
  await expect(line(page), "before Enter a digit is typed").toHaveValue("C2 out 420u grandfather9");
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Enter");
  await expect(line(page), "it stays, to be answered").toHaveValue("C2 out 420u grandfather");
  await expectAccessible(page);
  await page.keyboard.press("1");
  await expect(line(page)).toHaveValue("");
  await expect(page.getByTestId("verdict")).toContainText("failed");
  await say(page, "left crackles, right is quiet");
  await expect(answer(page)).toContainText("Saved.");
  await page.goto(`/jobs/${number}/log`);
  await expect(page.getByRole("row", { name: /C2 out 420u grandfather.*420 µF/ })).toBeVisible();
  await expect(
    page.getByRole("row", { name: /left crackles, right is quiet.*left channel: heard: crackle; right channel: heard: silent/i }),
  ).toBeVisible();
});

test("what was tried, seen and heard is said by three keys, from the line or from a screen", async ({ page, request, baseURL }) => {
  const number = await openedJob(request, baseURL!, "#Supply\nC1 4700u 50v reservoir\nC2 4700u 50v reservoir");
  await page.goto(`/jobs/${number}/diagnose`);
  const keys = page.getByRole("group", { name: "Say it by keys" });
  await line(page).pressSequentially("t ");
  await expect(keys).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("k");
  await page.keyboard.press("Backspace");
  // tapped, the second of the parts near, crackles
  await page.keyboard.press("k");
  await page.keyboard.press("2");
  await page.keyboard.press("5");
  await expect(keys).toHaveCount(0);
  await expect(page.getByRole("row", { name: /^C2 knocked/i })).toContainText("crackle");
  await line(page).blur();
  await page.keyboard.press("t");
  await page.keyboard.press("Tab");
  await expect(keys).toContainText("What was seen?");
  await page.keyboard.press("b");
  // a name that is typed counts too; one key back, another sign
  await page.keyboard.press("Backspace");
  await page.keyboard.press("s");
  await page.keyboard.type("Q4");
  await page.keyboard.press("Enter");
  await expect(keys).toHaveCount(0);
  await expect(answer(page)).toContainText("Saved.");
  await line(page).pressSequentially("h ");
  for (const key of ["c", "2", "1"]) await page.keyboard.press(key);
  await expect(answer(page)).toContainText("Saved.");
  await line(page).pressSequentially("t ");
  await page.keyboard.press("Escape");
  await expect(keys, "closed without a word").toHaveCount(0);
  await page.goto(`/jobs/${number}/log`);
  await expect(page.getByRole("row", { name: /Q4 scorched/ })).toBeVisible();
  await expect(page.getByRole("row", { name: /left crackle/ })).toBeVisible();
});
