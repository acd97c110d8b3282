import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

// Middleware mode: src/server/http.ts owns the socket, compression, headers and shutdown.
// Origin, session and content-type checks are ours (src/middleware.ts), stricter than the built-in form check.
export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  security: { checkOrigin: false },
  experimental: {
    csp: {
      algorithm: 'SHA-256',
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "font-src 'self'",
        "connect-src 'self'",
        "worker-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "frame-ancestors 'none'",
        "form-action 'self'",
      ],
    },
  },
  vite: { plugins: [tailwindcss()], worker: { format: 'es' } },
});
