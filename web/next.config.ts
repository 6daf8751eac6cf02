import { join } from "node:path";
import type { NextConfig } from "next";

const config: NextConfig = {
  transpilePackages: ["@ypsiline/core"],
  serverExternalPackages: ["@node-rs/argon2", "@resvg/resvg-js", "pdfkit", "piscina", "postgres"],
  outputFileTracingRoot: join(import.meta.dirname, ".."),
  turbopack: { root: join(import.meta.dirname, "..") },
  poweredByHeader: false,
  devIndicators: false,
  // `npm test` checks the types of everything; whoever starts the application need not wait for it.
  typescript: { ignoreBuildErrors: true },
  sassOptions: { quietDeps: true, silenceDeprecations: ["import", "global-builtin", "color-functions", "mixed-decls", "if-function"] },
  experimental: { optimizePackageImports: ["react-bootstrap", "lucide-react"] },
  // Browsers ask for this one whatever the page says.
  rewrites: () => Promise.resolve([{ source: "/favicon.ico", destination: "/icon.svg" }]),
  // Nothing here needs pictures made smaller; what would do it for anybody who asks is off.
  images: { unoptimized: true },
};

export default config;
