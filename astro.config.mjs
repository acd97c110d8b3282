import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

// Middleware mode: src/server/http.ts owns the socket, compression, headers and shutdown.
// Origin, session and content-type checks are ours (src/middleware.ts), stricter than the built-in form check.
export default defineConfig({
  output: 'server',
  // A page is sent whole: in the many small pieces of a stream it costs more to send than to make.
  adapter: node({ mode: 'middleware', experimentalDisableStreaming: true }),
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
