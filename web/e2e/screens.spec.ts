import { expect, test } from "@playwright/test";
import { answer, line, say } from "./helpers";

test("the bench is searched, walked and opened by keys", async ({ page }) => {
  await page.goto("/");
  await expect(page.locator('tr[aria-selected="true"]')).toContainText("0406");
  await page.keyboard.press("ArrowDown");
  await expect(page.locator('tr[aria-selected="true"]')).toContainText("0405");
  await page.keyboard.press("/");
  await page.keyboard.type("prompter");
  await expect(page.getByRole("row")).toHaveCount(2);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/jobs\/402\//);
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
  await page.getByRole("button", { name: "Power off" }).click();
  await expect(page.getByRole("button", { name: "Power on" })).toBeVisible();
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
  await expect(answer(page)).toContainText("Not safe to touch yet");
});

test("the settings stick: out of circuit and another meter", async ({ page }) => {
  await page.goto("/jobs/403/measure");
  await say(page, "out bridge");
  await expect(answer(page)).toContainText("From now on: out of circuit, Bench bridge");
  await say(page, "C45 44u");
  await expect(page.getByTestId("verdict")).toHaveText("sound");
  await line(page).fill("C45 44u");
  await expect(answer(page)).toContainText("C 44 µF at 120 Hz, out of circuit, Bench bridge");
});

test("a position's fields are kept, it is taken off and put back with its readings", async ({ page }) => {
  await page.goto("/jobs/403/measure");
  await page.getByRole("button", { name: "C26", exact: true }).click();
  const drawer = page.getByRole("dialog");
  await expect(drawer).toContainText("10 µF 50 V");
  await drawer.getByLabel("Working volts (DC)").fill("twelve");
  await drawer.getByRole("button", { name: "Keep" }).click();
  await expect(drawer).toContainText("Write it as 50");
  await drawer.getByLabel("Working volts (DC)").fill("12");
  await drawer.getByLabel("Next stage input").fill("47k");
  await drawer.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByText("Kept.")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.goto("/jobs/403/choose");
  await page.getByRole("button", { name: "Show every position" }).click();
  await page.getByRole("navigation", { name: "Positions to decide" }).getByRole("button", { name: /C26/ }).click();
  await expect(page.getByText("over the working volts at high mains")).toBeVisible();
  await expect(page.getByText(/Corner 0\.339 Hz to/).first()).toBeVisible();

  await page.goto("/jobs/403/measure");
  await page.getByRole("button", { name: "C24", exact: true }).click();
  await page.getByRole("button", { name: "Take this position off the job" }).click();
  await expect(page.locator('[data-position="C24"]')).toHaveCount(0);
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.locator('[data-position="C24"]')).toContainText("sound");
});

test("closing is held by charge, and a waiver in writing goes into the report", async ({ page }) => {
  await page.goto("/jobs/402/hand-back");
  await page.getByRole("button", { name: "Close the job" }).click();
  await page.getByLabel("Waiver").fill("Unit goes back unopened, owner was told");
  await page.getByRole("button", { name: "Waive and close" }).click();
  await expect(page.getByRole("button", { name: "Reopen" })).toBeVisible();
  await expect(page.getByRole("article")).toContainText("Waived: Unit goes back unopened");
  await say(page, "note too late");
  await expect(answer(page)).toContainText("This job is closed");
  await page.getByRole("button", { name: "Reopen" }).click();
  await expect(page.getByRole("button", { name: "Close the job" })).toBeVisible();
});

test("a bad list is shown line by line before it goes in", async ({ page }) => {
  await page.goto("/jobs/402/measure");
  await page.getByRole("button", { name: "Add positions" }).click();
  await page.getByLabel(/One a line/).fill("C50 47u\nC51 220 25v coupling film\nC1 10u 50v\nC52 10u 50v");
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("Line 1: C50: rated volts are missing.");
  await expect(dialog).toContainText("Line 3: C1 is already there.");
  await expect(dialog.getByRole("button", { name: /^Add/ })).toBeDisabled();
});

test("a docket that does not exist says so", async ({ page }) => {
  for (const path of ["/jobs/9999/measure", "/jobs/abc/measure"]) {
    const response = await page.goto(path);
    expect(response!.status()).toBe(404);
    await expect(page.getByText("No such docket")).toBeVisible();
  }
});

test("the screens hold at tablet width and on a wide one", async ({ page }) => {
  for (const width of [820, 1920]) {
    await page.setViewportSize({ width, height: 1000 });
    for (const path of ["/", "/jobs/406/measure", "/jobs/406/choose", "/jobs/405/make-safe", "/jobs/406/take-in"]) {
      await page.goto(path);
      await expect(page.locator("main")).toBeVisible();
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(overflow, `${path} at ${width}`).toBeLessThanOrEqual(0);
    }
  }
});
