/** React as Astro has it, with its parts drawn on the server by our own few lines: see src/ui/kit/render-react.ts. */
import { fileURLToPath } from "node:url";
import react from "@astrojs/react";
import type { AstroIntegration } from "astro";

const RENDERER = fileURLToPath(new URL("../../src/ui/kit/render-react.ts", import.meta.url));

export function reactAtOnce(): AstroIntegration {
  const { name, hooks } = react();
  return {
    name,
    hooks: {
      ...hooks,
      "astro:config:setup": (setup) =>
        hooks["astro:config:setup"]?.({
          ...setup,
          addRenderer: (renderer) => setup.addRenderer({ ...renderer, serverEntrypoint: RENDERER }),
        }),
    },
  };
}
