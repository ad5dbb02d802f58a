import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["fontkit", "knex", "mysql2", "pdfkit", "serialport", "wavefile"],
  poweredByHeader: false,
  // Every page is drawn anew from the record: nothing of it is kept in memory.
  cacheMaxMemorySize: 0,
  devIndicators: false,
  turbopack: { root: import.meta.dirname },
};
export default config;
