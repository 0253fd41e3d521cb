import node from "@astrojs/node";
import react from "@astrojs/react";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "astro/config";
import { build } from "esbuild";

/**
 * What runs on threads of its own is built beside the server, so that a thread is there at once.
 * @type {import("astro").AstroIntegration}
 */
const offThread = {
  name: "off-thread",
  hooks: {
    "astro:build:done": async () => {
      await build({
        entryPoints: ["server/off-thread/dispatch.ts"],
        outfile: "dist/server/off-thread.mjs",
        bundle: true,
        packages: "external",
        platform: "node",
        target: "node20",
        format: "esm",
        logLevel: "warning",
      });
    },
  },
};

export default defineConfig({
  output: "server",
  adapter: node({ mode: "standalone" }),
  integrations: [react(), offThread],
  // The middleware checks where a request comes from, and allows loggers that send no content type.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: { plugins: [tailwindcss()] },
});
