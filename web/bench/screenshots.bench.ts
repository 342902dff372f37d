import { fileURLToPath } from "node:url";
import { expect, test, type Page } from "@playwright/test";

const folder = fileURLToPath(new URL("../../docs/screenshots", import.meta.url));
const shoot = async (page: Page, name: string) => {
  await page.waitForTimeout(400); // fonts and chart have settled
  await page.screenshot({ path: `${folder}/${name}.png` });
};

/** One current picture of each main view, from the demo shop. */
test("pictures of the main views", async ({ page, context, baseURL }) => {
  await page.goto("/");
  await shoot(page, "bench");
  await page.goto("/shop");
  await expect(page.getByRole("heading", { name: /Reference shelf/ })).toBeVisible();
  await shoot(page, "shop");
  await page.goto("/shop/order");
  await expect(page.getByRole("table", { name: "Order" })).toBeVisible();
  await expect(page.getByText("still to be checked")).toBeHidden();
  await shoot(page, "order");
  await page.goto("/shop/catalogue");
  const list = [
    "Artikelnummer;Serie;Typ;Kapazität µF;Spannung;D x L;Preis;Lager",
    "TWL-1;Tinwhistle;Elko radial;4,7;63;5x11;0,12;40",
    "TWL-2;Tinwhistle;Elko;viel;63;8x11,5;0,18;12",
    "TWL-3;Tinwhistle;Elko bipolar;10;50;8x11,5;0,31;7",
  ];
  await page
    .getByLabel("Supplier's file", { exact: true })
    .setInputFiles({ name: "tinwhistle.csv", mimeType: "text/csv", buffer: Buffer.from(list.join("\r\n")) });
  await page.getByLabel("Supplier", { exact: true }).fill("Tinwhistle House");
  await expect(page.getByRole("table", { name: "First rows as they are read" })).toBeVisible();
  await shoot(page, "catalogue");
  await page.goto("/jobs/new");
  await expect(page.getByRole("combobox", { name: /Heard and seen/ })).toBeVisible();
  await shoot(page, "check-in");
  await page.goto("/jobs/402/make-safe");
  await expect(page.locator(".recharts-line")).toBeVisible();
  await shoot(page, "make-safe");
  await page.goto("/jobs/406/choose");
  await expect(page.getByRole("button", { name: /^Take / }).first()).toBeVisible();
  await shoot(page, "choose");
  await page.goto("/jobs/406/simulate");
  await expect(page.getByTestId("answer")).toContainText("dB of excess hum", { timeout: 60_000 });
  await expect(page.getByRole("region", { name: "Summary" })).toContainText("C121", { timeout: 60_000 });
  await shoot(page, "simulate");
  await page.goto("/jobs/401/return");
  await shoot(page, "return");
  await page.goto("/jobs/407/inspect");
  await expect(page.getByRole("listbox", { name: "Parts to inspect" })).toBeVisible();
  await shoot(page, "inspect");
  await page.goto("/jobs/403/sound");
  await expect(page.getByTestId("says")).toContainText("Dropouts", { timeout: 60_000 });
  await expect(page.locator(".recharts-line").first()).toBeVisible();
  await shoot(page, "sound");
  await page.goto("/jobs/408/diagnose");
  await expect(page.getByRole("region", { name: "Suspects", exact: true })).toContainText("confirmed");
  await shoot(page, "diagnose");
  await page.goto("/jobs/405/log");
  await expect(page.getByRole("row", { name: /unplugged servo plug/ })).toBeVisible();
  await shoot(page, "log");
  await page.goto("/jobs/406/measure");
  const line = page.getByRole("textbox", { name: "Entry", exact: true });
  await line.fill("c114 esr 1.9");
  await line.press("Enter");
  await expect(page.getByTestId("verdict")).toBeVisible();
  await shoot(page, "measure");
  await line.press("Escape");
  await page.keyboard.press("?");
  await expect(page.getByTestId("marks")).toBeVisible();
  await page.getByTestId("marks").screenshot({ path: `${folder}/marks.png` });
  await page.goto("/");
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Practice: rehearsal receiver" }).click();
  await page.getByRole("button", { name: "variable transformer", exact: true }).click();
  const enter = async (...lines: string[]) => {
    for (const text of lines) {
      await line.fill(text);
      await line.press("Enter");
      await expect(page.getByText("waiting", { exact: true })).toHaveCount(0);
    }
    await line.press("Escape");
  };
  await enter("step 25%", "draw 0.01a", "step 100%", "draw 0.05a", "stage unloaded", "step 10%", "rail main 3.4", "step 25%");
  await page.getByRole("region", { name: "Supply without its loads" }).scrollIntoViewIfNeeded();
  await shoot(page, "power-up");
  await page.keyboard.press("s");
  await expect(page.getByRole("heading", { name: "Adjust", exact: true })).toBeVisible();
  await enter("test leads 0.08", "idle window 8 to 12mv over 0.22", "idle l 6.6mv cold", "idle r 8.2mv cold", "timer 10 min warm-up");
  await enter("idle l 9.4mv warm", "idle r 12.8mv warm", "V5 max 12w", "V6 max 12w", "V5 plate 300v 27ma", "V6 plate 300v 22ma");
  await shoot(page, "adjust");
  await page.keyboard.press("g");
  // Adjust has a button of that name too
  await expect(page.getByRole("heading", { name: "Final test", exact: true })).toBeVisible();
  await page.getByRole("button", { name: /^Read its meters/ }).click();
  await expect(page.locator('[data-item="soak"]')).toContainText("as it should be");
  await shoot(page, "final-test");
  await context.addCookies([{ name: "mirvek-theme", value: "night", url: baseURL! }]);
  await page.goto("/jobs/403/measure");
  await line.fill("c46 esr 6.2");
  await shoot(page, "measure-night");
});
