import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const server = { target: `http://localhost:${process.env.JOLLY_PORT ?? "8000"}`, changeOrigin: false };

export default defineConfig({
  plugins: [react()],
  server: { proxy: { "/api": server, "/_allauth": server } },
  // Inlined assets would be data: addresses, which the content security policy refuses.
  build: { assetsInlineLimit: 0, target: "es2022", reportCompressedSize: false },
});
