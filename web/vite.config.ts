import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

// Two pages: the teacher's and the student's. Django puts their hashed files into its template by the manifest.
export default defineConfig({
  plugins: [react(), tailwindcss()],
  base: "/static/",
  publicDir: "public",
  build: {
    manifest: "manifest.json",
    outDir: "dist",
    rolldownOptions: { input: ["src/teacher.tsx", "src/student.tsx"] },
  },
  test: { environment: "node", include: ["src/**/*.test.ts"] },
});
