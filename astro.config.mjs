import node from "@astrojs/node";
import react from "@astrojs/react";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "astro/config";
import { processesBeside } from "./bin/lib/beside.ts";
import { serviceWorker } from "./bin/lib/service-worker.ts";

export default defineConfig({
  output: "server",
  adapter: node({ mode: "standalone" }),
  integrations: [react(), serviceWorker(), processesBeside()],
  devToolbar: { enabled: false },
  prefetch: false,
  // Foreign origins are refused in src/middleware.ts, which knows the real host; Astro's own check covers form posts only.
  security: { checkOrigin: false, allowedDomains: [{ hostname: "127.0.0.1" }, { hostname: "localhost" }] },
  // Astro adds script-src and style-src with the hashes of what it wrote; frame-ancestors comes from the middleware.
  experimental: {
    csp: {
      directives: ["default-src 'self'", "img-src 'self' data:", "object-src 'none'", "base-uri 'self'", "form-action 'self'"],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    // Inlined assets would be data: URLs, which the content security policy refuses.
    build: { assetsInlineLimit: 0 },
  },
});
