import type { Metadata, Viewport } from "next";
import { connection } from "next/server";
import type { ReactNode } from "react";
import { readSettings } from "@/store/settings";
import "./globals.css";

/** The shop's looks; a record that cannot be reached must not keep a page from being shown. */
const themeOf = async (): Promise<string> => {
  await connection();
  return readSettings().then(
    (s) => s.theme,
    () => "auto",
  );
};

export const metadata: Metadata = {
  title: "Tall Compass",
  description: "Measuring, lacing, tensioning and truing of motorcycle wheels at the bench",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

const Layout = async ({ children }: { children: ReactNode }) => (
  <html lang="en" data-theme={await themeOf()}>
    <body>{children}</body>
  </html>
);
export default Layout;
