import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["fontkit", "knex", "mysql2", "pdfkit", "serialport", "wavefile"],
  poweredByHeader: false,
  // Every page is drawn anew from the record: nothing of it is kept in memory.
  cacheMaxMemorySize: 0,
  devIndicators: false,
  turbopack: { root: import.meta.dirname },
  // An archive with its pictures has up to 100 MB; what is larger each route refuses itself, before it is read.
  experimental: { proxyClientMaxBodySize: "110mb" },
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "x-content-type-options", value: "nosniff" },
        { key: "referrer-policy", value: "same-origin" },
        { key: "cross-origin-resource-policy", value: "same-origin" },
        { key: "cross-origin-opener-policy", value: "same-origin" },
        { key: "x-frame-options", value: "DENY" },
      ],
    },
  ],
};
export default config;
