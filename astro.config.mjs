import node from "@astrojs/node";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "astro/config";
import { processesBeside } from "./bin/lib/beside.ts";
import { reactAtOnce } from "./bin/lib/react-at-once.ts";
import { serviceWorker } from "./bin/lib/service-worker.ts";

export default defineConfig({
  output: "server",
  // server.mjs serves the files and hands on the rest; a page goes out whole, so that it need not be a stream on its way there.
  adapter: node({ mode: "middleware", experimentalDisableStreaming: true }),
  integrations: [reactAtOnce(), serviceWorker(), processesBeside()],
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
