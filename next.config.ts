import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["better-sqlite3"],
  poweredByHeader: false,
  reactStrictMode: true,
  // the type check is a step of its own in `npm test`
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
};

export default config;
