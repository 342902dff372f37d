import { expect, test } from "@playwright/test";
import { STATIONS, expectAccessible, line, watchConsole } from "./helpers";

const SHOP = ["/shop", "/shop/settings", "/shop/choosing", "/shop/catalogue", "/shop/order"];
const SCREENS = [
  "/",
  ...SHOP,
  "/jobs/403/component-map",
  "/sound",
  "/tools",
  "/jobs/new",
  ...STATIONS.map((s) => `/jobs/406/${s}`),
  "/jobs/404/make-safe",
  "/jobs/408/log",
];

// a browser elsewhere: what the server drew by the shop's clock must be what it draws
test.use({ locale: "de-DE", timezoneId: "Asia/Tokyo" });

// by night the same elements stand in other colors: only what depends on those is looked at again
for (const { theme, rules } of [{ theme: "day" }, { theme: "night", rules: ["color-contrast", "link-in-text-block"] }])
  test.describe(`by ${theme}`, () => {
    test.beforeEach(({ context, baseURL }) => context.addCookies([{ name: "mirvek-theme", value: theme, url: baseURL! }]));

    for (const screen of SCREENS)
      test(`${screen} is accessible and its console is quiet`, async ({ page }) => {
        const complaints = watchConsole(page);
        await page.goto(screen);
        await expect(page.locator("main")).toBeVisible();
        if (screen.endsWith("choose")) await expect(page.getByRole("button", { name: /^Take / }).first()).toBeVisible();
        if (screen.endsWith("simulate"))
          await expect(page.getByRole("table", { name: "Figures", exact: true })).toBeVisible({ timeout: 30_000 });
        if (screen.endsWith("/406/sound")) await expect(page.getByTestId("says")).toContainText("Hum", { timeout: 60_000 });
        await expectAccessible(page, rules);
        expect(complaints).toEqual([]);
      });

    test("the key sheet is accessible", async ({ page }) => {
      await page.goto("/jobs/406/measure");
      await expect(line(page)).toBeFocused();
      await page.keyboard.press("Escape");
      await page.keyboard.press("?");
      await expect(page.getByRole("dialog")).toContainText("what the entry line understands");
      await expectAccessible(page, rules);
    });
  });
