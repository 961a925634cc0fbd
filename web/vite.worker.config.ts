import { defineConfig } from "vite";

// What keeps a lesson on a device: one script in one file, which browsers load by itself.
export default defineConfig({
  publicDir: false,
  build: {
    outDir: "dist",
    emptyOutDir: false,
    lib: { entry: "src/study/offline/worker.ts", formats: ["iife"], name: "offline", fileName: () => "offline.js" },
  },
});
