import { expect, test } from "@playwright/test";
import { expectAccessible, watchConsole } from "./helpers";

test("the receiver's hum is explained by its two reservoirs, its decoupler is bad but not the cause", async ({ page }) => {
  const complaints = watchConsole(page);
  await page.goto("/jobs/406/simulate");
  const answer = page.getByTestId("answer");
  await expect(answer).toContainText(/^C1 and C2 explain .* dB of excess hum\.$/, { timeout: 30_000 });
  const shares = page.getByRole("table", { name: "Share of each part" });
  await expect(shares.getByRole("row", { name: /C2/ })).toContainText("a cause");
  const sum = page.getByRole("region", { name: "Summary" });
  await expect(sum).toContainText(/C1 a cause: Mains supply/, { timeout: 30_000 });
  await expect(sum).toContainText(/C14 bad, but in one channel: the fault is in all of them/);
  await expect(page.getByRole("table", { name: "Figures", exact: true }).getByRole("row", { name: /Ripple p-p, rail/ })).toContainText(
    /mV.*V/,
  );
  await expectAccessible(page);

  // another circuit by key, one part of it by its name
  await page.keyboard.press("Escape");
  await page.keyboard.press("]");
  await expect(page.getByRole("radio", { name: /Regulated rail/ })).toBeChecked();
  await sum.getByRole("button", { name: /C121/ }).click();
  await expect(answer).toContainText("C121 makes", { timeout: 30_000 });
  await expect(page.getByRole("list", { name: "Mind" })).toContainText("practically silent");
  expect(complaints).toEqual([]);
});

test("a slider shows its new steady state, and goes back to what was measured", async ({ page }) => {
  await page.goto("/jobs/406/simulate");
  const ripple = page.getByRole("table", { name: "Figures", exact: true }).getByRole("row", { name: /Ripple p-p, rail/ });
  await expect(ripple).toContainText("V");
  await page.getByRole("slider", { name: "C of C1" }).focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press("PageDown");
  await expect(page.getByTestId("solve-ms")).toBeVisible();
  await expect(page.getByRole("list", { name: "Lines" })).toContainText("tried");
  const tried = Number(/([\d.]+) V$/.exec((await ripple.textContent())!)?.[1]);
  expect(tried).toBeGreaterThan(2.3);
  await page.getByRole("button", { name: "Reset to measured" }).click();
  await expect(page.getByRole("list", { name: "Lines" })).not.toContainText("tried");
});

test("the subwoofer's swing is its loop capacitor; kept, the answer stands in the report", async ({ page }) => {
  await page.goto("/jobs/405/simulate");
  await expect(page.getByTestId("answer")).toHaveText(/^C11 explains all of the .* dB of lost stability margin\.$/, { timeout: 30_000 });
  await expect(page.getByRole("list", { name: "Mind" })).toContainText("It oscillates by itself at");
  await page.keyboard.press("Escape");
  await page.keyboard.press("k");
  await expect(page.getByText(/^Saved: C11 explains/)).toBeVisible();
  await page.keyboard.press("h");
  await expect(page.getByRole("article", { name: "Report" })).toContainText("Servo loop: C11 explains all of the");
});

test("a value set by hand stays with the job, a wrong one is marked and not taken", async ({ page }) => {
  await page.goto("/jobs/404/simulate");
  await page.getByRole("radio", { name: /Mains supply/ }).check({ force: true });
  await expect(page.getByRole("table", { name: "Figures", exact: true })).toBeVisible();
  await page.getByText("The circuit as measured").click();
  const winding = page.getByLabel("Secondary voltage rms");
  await winding.fill("18,5");
  await winding.press("Enter");
  await expect(page.getByText("1 entered")).toBeVisible();
  await winding.fill("-3");
  await winding.press("Enter");
  await expect(winding).toHaveAttribute("aria-invalid", "true");
  await expect(async () => {
    const stored = await (await page.request.get("/api/jobs/404")).json();
    expect(stored.value.circuits).toMatchObject([{ scenario: "supply", settings: { secondary: 18.5 } }]);
  }).toPass();
});

test("a netlist is handed out, read back and solved; a faulty one is named by its line", async ({ page }) => {
  await page.goto("/jobs/406/simulate");
  await expect(page.getByRole("table", { name: "Figures", exact: true })).toBeVisible();
  const [file] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Netlist", exact: true }).click()]);
  expect(file.suggestedFilename()).toBe("job-0406-supply.cir");
  const [csv] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Curves as CSV" }).click()]);
  expect(csv.suggestedFilename()).toBe("job-0406-supply.csv");
  await page.getByRole("button", { name: "Read a netlist" }).click();
  await page.getByRole("button", { name: /^Solve/ }).click();
  await expect(page.getByRole("table", { name: "Volts of the netlist" }).getByRole("row", { name: /^rail / })).toContainText("V", {
    timeout: 15_000,
  });
  await page.getByRole("textbox", { name: "Netlist" }).fill("divider\nV1 in 0 10\nR1 in out 1k\nR2 out 0 1uF");
  await page.getByRole("textbox", { name: "Netlist" }).press("Control+Enter");
  await expect(page.getByRole("dialog")).toContainText("Line 4: “1uF” has another unit than Ω.");
});
