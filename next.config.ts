import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["better-sqlite3"],
  poweredByHeader: false,
  reactStrictMode: true,
  // the type check is a step of its own in `npm test`
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
  // where build sheets were, until folders called "build" were taken for output by tools
  redirects: () =>
    Promise.resolve([{ source: "/setups/:id/build", destination: "/setups/:id/sheet", permanent: true }]),
  // what passes src/proxy.ts is cut off at 10 MB otherwise, without a word: a whole house is larger, and its route says what is too much
  experimental: { proxyClientMaxBodySize: "260mb" },
};

export default config;
