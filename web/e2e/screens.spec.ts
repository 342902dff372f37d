import { expect, test } from "@playwright/test";
import { answer, line, say } from "./helpers";

test("the bench is searched, walked and opened by keys", async ({ page }) => {
  await page.goto("/");
  const walked = page.locator('tr[aria-selected="true"]');
  const rows = page.getByRole("row").filter({ has: page.getByRole("cell") });
  await expect(walked).toHaveText((await rows.nth(0).textContent())!);
  await page.keyboard.press("ArrowDown");
  await expect(walked).toHaveText((await rows.nth(1).textContent())!);
  await page.keyboard.press("/");
  await page.keyboard.type("foldback");
  await expect(page.getByRole("row")).toHaveCount(2);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/jobs\/403\//);
});

test("day and night are remembered", async ({ page }) => {
  await page.goto("/");
  await expect(page.locator("html")).toHaveAttribute("data-theme", "day");
  await page.keyboard.press("d");
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
});

test("single keys can be switched off", async ({ page }) => {
  await page.goto("/");
  await page.keyboard.press("?");
  await page.getByRole("switch").click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.keyboard.press("c");
  await page.waitForTimeout(300);
  await expect(page).toHaveURL(/\/$/);
});

test("a designator is completed with Tab, the cursor moves with the arrows, a bare number follows it", async ({ page }) => {
  await page.goto("/jobs/404/measure");
  await page.getByRole("button", { name: "Power off", exact: true }).click();
  await expect(page.getByRole("button", { name: "Power on", exact: true })).toBeVisible();
  for (const part of ["C1", "C2"]) await say(page, `${part} 0.2v`);
  await line(page).fill("c2");
  await expect(answer(page)).toContainText("Tab: C2  C21  C22");
  await line(page).press("Tab");
  await expect(line(page)).toHaveValue("C2 ");
  await line(page).fill("");
  await line(page).press("ArrowDown");
  await expect(answer(page)).toContainText("Cursor on C3");
  await line(page).fill("0.4");
  await expect(answer(page)).toContainText("Reads as C3: ESR 0.4 Ω");
  await line(page).press("Enter");
  await expect(answer(page)).toContainText("Stored charge is not shown to be gone: keep hands clear of the unit.");
});

test("the settings stick: out of circuit and another meter", async ({ page }) => {
  await page.goto("/jobs/403/measure");
  await line(page).fill("out bridge");
  await line(page).press("Enter");
  await expect(answer(page)).toContainText("From now on: out of circuit, Bench bridge");
  await say(page, "C45 44u");
  await expect(page.getByTestId("verdict")).toHaveText("good");
  await line(page).fill("C45 44u");
  await expect(answer(page)).toContainText("C 44 µF at 120 Hz, out of circuit, Bench bridge");
});

test("a position's fields are kept, it is taken off and put back with its readings", async ({ page }) => {
  await page.goto("/jobs/403/measure");
  await page.getByRole("button", { name: "C26", exact: true }).click();
  const drawer = page.getByRole("dialog");
  await expect(drawer).toContainText("10 µF 50 V");
  await drawer.getByLabel("Working volts (DC)").fill("twelve");
  await drawer.getByRole("button", { name: "Save" }).click();
  await expect(drawer).toContainText("Write it as 50");
  await drawer.getByLabel("Working volts (DC)").fill("12");
  await drawer.getByLabel("Input resistance of the next stage").fill("47k");
  await drawer.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Saved.")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.goto("/jobs/403/choose");
  await page.getByRole("button", { name: "Show every position" }).click();
  await page.getByRole("navigation", { name: "Positions to decide" }).getByRole("button", { name: /C26/ }).click();
  await expect(page.getByText("over the working volts at high mains")).toBeVisible();
  await expect(page.getByText(/Corner 0\.33\d Hz as designed/)).toBeVisible();

  await page.goto("/jobs/403/measure");
  await page.getByRole("button", { name: "C24", exact: true }).click();
  await page.getByRole("button", { name: "Remove this position" }).click();
  await expect(page.locator('[data-position="C24"]')).toHaveCount(0);
  await page.getByRole("button", { name: "Restore it" }).click();
  await expect(page.locator('[data-position="C24"]')).toContainText("good");
});

test("closing is held by charge, and a waiver in writing goes into the report", async ({ page }) => {
  await page.goto("/jobs/402/return");
  await page.getByRole("button", { name: "Close the job" }).click();
  await page.getByLabel("Waiver").fill("Unit goes back unopened, owner was told");
  await page.getByRole("button", { name: "Waive and close" }).click();
  await expect(page.getByRole("button", { name: "Reopen" })).toBeVisible();
  await expect(page.getByRole("article")).toContainText("Waived at closing: Unit goes back unopened");
  await say(page, "note too late");
  await expect(answer(page)).toContainText("This job is closed");
  await page.getByRole("button", { name: "Reopen" }).click();
  await expect(page.getByRole("button", { name: "Close the job" })).toBeVisible();
});

test("a bad list is shown line by line before it goes in", async ({ page }) => {
  await page.goto("/jobs/402/measure");
  await page.getByRole("button", { name: "Add positions" }).click();
  await page.getByLabel(/One a line/).fill("C50 reservoir\nC51 220 25v coupling film\nC3 10u 50v\nC52 10u 50v");
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("Line 1: C50: value is missing.");
  await expect(dialog).toContainText("Line 3: C3 is already there.");
  await expect(dialog.getByRole("button", { name: /^Add/ })).toBeDisabled();
});

test("a docket that does not exist says so", async ({ page }) => {
  for (const path of ["/jobs/9999/measure", "/jobs/abc/measure"]) {
    const response = await page.goto(path);
    expect(response!.status()).toBe(404);
    await expect(page.getByText("No such job")).toBeVisible();
  }
});

test("the screens hold at tablet width and on a wide one", async ({ page }) => {
  for (const width of [820, 1920]) {
    await page.setViewportSize({ width, height: 1000 });
    for (const path of ["/", "/jobs/406/measure", "/jobs/406/choose", "/jobs/405/make-safe", "/jobs/406/check-in"]) {
      await page.goto(path);
      await expect(page.locator("main")).toBeVisible();
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(overflow, `${path} at ${width}`).toBeLessThanOrEqual(0);
    }
  }
});

test("the preview says before Enter what will be kept, with the limits the verdict will use, or what is asked", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  await line(page).fill("C6 0.4");
  await expect(answer(page)).toContainText("Reads as C6: ESR 0.4 Ω at 100 kHz, in circuit, Blue meter.");
  await expect(answer(page)).toContainText(/Good to .* Ω, failed over .* Ω/);
  await line(page).fill("C6 C7 esr 0.4");
  await expect(answer(page)).toContainText("One value for 2 parts");
  await line(page).fill("C6 4.6 in 3.58 out");
  await expect(answer(page)).toContainText("ESR 3.58 Ω at 100 kHz (out of circuit, Blue meter)");
});

test("any earlier line is struck by keyboard, from Latest and from the part's history", async ({ page }) => {
  await page.goto("/jobs/405/measure");
  await say(page, "C13 esr 9");
  await say(page, "C21 esr 9");
  const row = (d: string) => page.locator(`[data-position="${d}"]`);
  await expect(row("C13")).toContainText("9 Ω");
  await expect(page.getByRole("button", { name: "Strike out C21 esr 9" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("x");
  await expect(page.getByRole("button", { name: "Strike out C21 esr 9" })).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("button", { name: "Strike out C13 esr 9" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(row("C13")).not.toContainText("9 Ω");
  await expect(row("C21"), "the later line stays").toContainText("9 Ω");
  await row("C21").getByRole("button", { name: "C21", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("dialog").getByRole("button", { name: "Strike out ESR 9 Ω" }).press("Enter");
  await expect(row("C21")).not.toContainText("9 Ω");
  await page.reload();
  await expect(row("C21")).not.toContainText("9 Ω");
});

test("a new part has its own verdict, what was found keeps its own, and the report shows both", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  await say(page, "C1 fitted lot 2431");
  await expect(page.locator('[data-position="C1"]')).toContainText("new part fitted, not measured yet");
  await say(page, "C1 out 4650u 0.03r");
  await expect(page.getByTestId("verdict")).toHaveText("good");
  await page.goto("/jobs/406/return");
  const report = page.getByRole("article", { name: "Report" });
  const replaced = report.getByRole("row", { name: /^C1 / }).first();
  await expect(replaced).toContainText("lot 2431; measured since: good");
  await expect(replaced).toContainText("failed: ESR");
  await expect(report.getByText("C1, new part, 4700 µF 50 V")).toBeVisible();
});

test("the shop's norms and shelf are seen, struck and brought back by keys; a norm of its own is added", async ({ page }) => {
  await page.goto("/");
  await page.keyboard.press("s");
  await expect(page).toHaveURL(/shop$/);
  const norms = page.getByRole("region", { name: "ESR norms" });
  const first = norms.getByRole("row", { name: /10 µF/ });
  await expect(first).toContainText("common practice");
  await page.keyboard.press("x");
  await expect(first.getByRole("button", { name: /Restore/ })).toBeVisible();
  await page.keyboard.press("x");
  await expect(first.getByRole("button", { name: /Strike/ })).toBeVisible();
  const shelf = page.getByRole("region", { name: "Reference shelf" });
  await expect(shelf.getByRole("row", { name: /4.7 µF 50 V aluminium/ })).toContainText("Nightjar");
  await norms.getByLabel("Value, or from – to").fill("33u");
  await norms.getByLabel("Typical").fill("0.6");
  await norms.getByLabel("Degraded over").fill("0.9");
  await norms.getByLabel("Failed over").fill("0.8");
  await norms.getByRole("button", { name: "Add norm" }).click();
  await expect(norms).toContainText("must increase");
  await norms.getByLabel("Failed over").fill("1.8");
  await norms.getByRole("button", { name: "Add norm" }).click();
  await expect(norms.getByRole("row", { name: /33 µF/ })).toContainText("this shop");
});

test("keys that a screen shows work out of the readout line: signs while it is empty, the rest with Alt", async ({ page }) => {
  await page.goto("/jobs/406/measure");
  await expect(line(page)).toBeFocused();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toContainText("any of these while typing a line");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await expect(line(page)).toHaveValue("");
  await line(page).fill("C1 what?");
  await line(page).press("?");
  await expect(line(page), "in a line it is a sign like any other").toHaveValue("C1 what??");
  await line(page).press("Alt+2");
  await expect(page).toHaveURL(/make-safe$/);
});

test("Tab leaves the findings box, words nobody knows go into the complaint, and no number is said to be none", async ({ page }) => {
  await page.goto("/jobs/new");
  const findings = page.getByRole("combobox", { name: /Heard and seen/ });
  await findings.focus();
  await page.keyboard.type("hum");
  await page.keyboard.press("Tab");
  await expect(findings).not.toBeFocused();
  await expect(page.getByRole("checkbox", { name: "hum", exact: true }), "Tab ticks nothing").not.toBeChecked();
  await findings.focus();
  await page.keyboard.type("smells of fish");
  await expect(page.getByText("No finding is called “smells of fish”.")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Complaint, in the owner's words")).toHaveValue(/smells of fish/);
  await page.getByLabel("Age").fill("old");
  await page.getByLabel("Mains volts").focus();
  await expect(page.getByText("“old” is no number")).toBeVisible();
});

test("on a narrow screen timers, bad list and latest are one key away", async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1100 });
  await page.goto("/jobs/405/measure");
  const rail = page.getByRole("complementary", { name: "Bench rail" });
  await expect(rail.getByText("Bad so far")).toBeHidden();
  await line(page).press("Escape");
  await page.keyboard.press("q");
  await expect(rail.getByText("Bad so far")).toBeVisible();
  await expect(rail.getByText("Latest", { exact: true })).toBeVisible();
  await page.keyboard.press("q");
  await expect(rail.getByText("Bad so far")).toBeHidden();
});

test("the night theme prints black on white", async ({ page, context, baseURL }) => {
  await context.addCookies([{ name: "mirvek-theme", value: "night", url: baseURL! }]);
  await page.goto("/jobs/406/return");
  await page.emulateMedia({ media: "print" });
  const inks = await page.getByRole("article", { name: "Report" }).evaluate((article) => {
    const seen = [article, ...article.querySelectorAll("*")].map((e) => getComputedStyle(e));
    return [...new Set(seen.map((s) => s.color))];
  });
  expect(inks).toEqual(["rgb(0, 0, 0)"]);
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).colorScheme)).toBe("light");
});

test("a closed job and a unit without a supply are not switched", async ({ page }) => {
  await page.goto("/jobs/401/make-safe");
  await expect(page.getByRole("complementary", { name: "Bench rail" })).toContainText("No stored charge");
  await expect(page.getByRole("button", { name: /^Power/ })).toHaveCount(0);
});
