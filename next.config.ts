import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["knex", "mysql2", "wavefile"],
  poweredByHeader: false,
  devIndicators: false,
  turbopack: { root: import.meta.dirname },
};
export default config;
