import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import { connection } from "next/server";
import type { ReactNode } from "react";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { askedBy } from "@/record/let-in";
import { readSettings } from "@/store/settings";
import "./globals.css";
import { AtDeviceProvider } from "@/screens/parts/kept/at-device";
import { Kept } from "@/screens/parts/kept/query-client";

/** The shop's looks and sounds; a record that cannot be reached must not keep a page from being shown. */
const looksOf = async () => {
  await connection();
  return readSettings().catch(() => FIRST_SETTINGS);
};

export const metadata: Metadata = {
  description: "Measuring, lacing, tensioning and truing of motorcycle wheels at the bench",
};
export const viewport: Viewport = {
  width: "device-width",
  initialScale: 1,
  themeColor: [
    { media: "(prefers-color-scheme: light)", color: "#f5f2ea" },
    { media: "(prefers-color-scheme: dark)", color: "#14191a" },
  ],
};

const Layout = async ({ children }: { children: ReactNode }) => {
  const { theme, sounds } = await looksOf();
  const at = askedBy(await headers());
  return (
    <html lang="en" data-theme={theme} data-sounds={sounds ? "on" : "off"} data-at={at?.name} suppressHydrationWarning>
      <head>
        {/* Before anything can be tapped, so not deferred. */}
        <script src="/early-taps.js" />
      </head>
      <body>
        <AtDeviceProvider at={at}>
          <Kept>{children}</Kept>
        </AtDeviceProvider>
      </body>
    </html>
  );
};
export default Layout;
