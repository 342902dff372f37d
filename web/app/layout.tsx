import { appWords } from "../wording/screens/app";
import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@fontsource-variable/atkinson-hyperlegible-next";
import type { Metadata } from "next";
import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { Providers } from "../components/shared/Providers";
import { SHOP_TIME_ZONE } from "../server/timeZone";
import { THEME_COOKIE } from "../components/shared/theme";
import "antd/dist/antd.css";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Mirvek", template: "%s · Mirvek" },
  description: appWords.whatItIs,
};
// every page shows what is on record now
export const dynamic = "force-dynamic";

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get(THEME_COOKIE)?.value === "night" ? "night" : "day";
  return (
    <html lang="en" data-theme={theme}>
      <body>
        <Providers initialTheme={theme} timeZone={SHOP_TIME_ZONE}>
          {children}
        </Providers>
      </body>
    </html>
  );
}
