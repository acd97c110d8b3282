import { readFileSync } from 'node:fs';
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

/** No page writes a JSON Schema: what zod has for it, a fifth of it, is left out of the browser's scripts. */
const withoutJsonSchema = {
  name: 'without-json-schema',
  enforce: 'pre',
  load(id, { ssr } = {}) {
    if (ssr || !/zod\/v4\/core\/(to-json-schema|json-schema-processors)\.js$/.test(id)) return;
    const names = [...readFileSync(id, 'utf8').matchAll(/^export (?:(?:const|function) |\{ \w+ as )(\w+)/gm)].map(([, name]) => name);
    return names.map((name) => `export const ${name} = () => () => undefined;`).join('\n');
  },
};

// Middleware mode: src/server/http.ts owns the socket, compression, headers and shutdown.
// Origin, session and content-type checks are ours (src/middleware.ts), stricter than the built-in form check.
export default defineConfig({
  output: 'server',
  // A page is sent whole: in the many small pieces of a stream it costs more to send than to make.
  adapter: node({ mode: 'middleware', experimentalDisableStreaming: true }),
  integrations: [
    react(),
    // The open stage of a weld comes before the page is taken over; the other eight when somebody turns to them.
    {
      name: 'first-stage',
      hooks: { 'astro:config:setup': ({ injectScript }) => injectScript('before-hydration', "import '/src/islands/first.ts';") },
    },
  ],
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
  vite: { plugins: [tailwindcss(), withoutJsonSchema], worker: { format: 'es', plugins: () => [withoutJsonSchema] } },
});
