import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import "./globals.css";

export const metadata: Metadata = {
  title: "Tall Compass",
  description: "Measuring, lacing, tensioning and truing of motorcycle wheels at the bench",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

const Layout = ({ children }: { children: ReactNode }) => (
  <html lang="en">
    <body>{children}</body>
  </html>
);
export default Layout;
