import { join } from "node:path";
import type { NextConfig } from "next";

const config: NextConfig = {
  transpilePackages: ["@ypsiline/core"],
  serverExternalPackages: ["@node-rs/argon2", "@resvg/resvg-js", "pdfkit", "postgres"],
  outputFileTracingRoot: join(import.meta.dirname, ".."),
  turbopack: { root: join(import.meta.dirname, "..") },
  poweredByHeader: false,
  sassOptions: { quietDeps: true, silenceDeprecations: ["import", "global-builtin", "color-functions", "mixed-decls", "if-function"] },
  experimental: { optimizePackageImports: ["react-bootstrap", "lucide-react"] },
  // Browsers ask for this one whatever the page says.
  rewrites: () => Promise.resolve([{ source: "/favicon.ico", destination: "/icon.svg" }]),
  headers: () =>
    Promise.resolve([
      {
        source: "/:path*",
        headers: [
          { key: "X-Content-Type-Options", value: "nosniff" },
          { key: "Referrer-Policy", value: "same-origin" },
          { key: "X-Frame-Options", value: "SAMEORIGIN" },
          {
            key: "Content-Security-Policy",
            value:
              "default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; worker-src 'self' blob:; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'self'",
          },
        ],
      },
    ]),
};

export default config;
