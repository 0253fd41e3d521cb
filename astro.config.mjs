import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import node from "@astrojs/node";
import react from "@astrojs/react";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "astro/config";
import { build } from "esbuild";
import { lighterClient, lighterWorkers, wholePages } from "./scripts/lighter-client.mjs";

/**
 * What runs on Node beside the server's pages is built with them.
 * @param {string} name @param {string} source @param {string} outfile
 * @returns {import("astro").AstroIntegration}
 */
const onNode = (name, source, outfile) => ({
  name,
  hooks: {
    "astro:build:done": async () => {
      await build({
        entryPoints: [source],
        outfile,
        bundle: true,
        packages: "external",
        platform: "node",
        target: "node20",
        format: "esm",
        logLevel: "warning",
      });
    },
  },
});

// A thread is there at once, and a server sooner, where their files are not compiled as they are read.
const offThread = onNode("off-thread", "server/off-thread/dispatch.ts", "dist/server/off-thread.mjs");
const start = onNode("start", "scripts/start.ts", "dist/start.mjs");

/** @param {string} folder @returns {string[]} */
const filesIn = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesIn(`${folder}/${entry.name}`) : [`${folder}/${entry.name}`],
  );

/**
 * What opens pages without the server, with the list of all files that they are made of.
 * @type {import("astro").AstroIntegration}
 */
const serviceWorker = {
  name: "service-worker",
  hooks: {
    "astro:build:done": async () => {
      // What reads labels is large, and is kept by the browser once it was wanted.
      const files = filesIn("dist/client").filter((file) => !file.endsWith(".wasm"));
      const precache = files.map((file) => ({
        url: file.slice("dist/client".length),
        // Those of Astro carry their version in their name.
        revision: file.includes("/_astro/")
          ? null
          : createHash("sha256").update(readFileSync(file)).digest("hex").slice(0, 16),
      }));
      await build({
        entryPoints: ["src/service-worker/service-worker.ts"],
        outfile: "dist/client/service-worker.js",
        bundle: true,
        minify: true,
        target: "es2022",
        define: { "process.env.NODE_ENV": '"production"', PRECACHE: JSON.stringify(precache) },
        logLevel: "warning",
      });
    },
  },
};

export default defineConfig({
  output: "server",
  adapter: node({ mode: "standalone" }),
  integrations: [react(), offThread, start, serviceWorker],
  // The middleware checks where a request comes from, and allows loggers that send no content type.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss(), wholePages, ...lighterClient],
    worker: { plugins: () => lighterWorkers },
    build: {
      // No script stands in a page itself, however small: what runs is told by where it comes from.
      assetsInlineLimit: 0,
      rollupOptions: {
        // On a slow line a request takes longer than so many bytes.
        output: { experimentalMinChunkSize: 300 },
        treeshake: {
          // Packages that do nothing by being there.
          moduleSideEffects: (id) => !id.includes("node_modules/safe-stable-stringify/"),
        },
      },
    },
  },
});
