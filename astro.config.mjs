import node from "@astrojs/node";
import react from "@astrojs/react";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "astro/config";

export default defineConfig({
  output: "server",
  adapter: node({ mode: "standalone" }),
  integrations: [react()],
  // The middleware checks where a request comes from, and allows loggers that send no content type.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: { plugins: [tailwindcss()] },
});
