import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

const SERVICE_WORKER = 'sw';

/** Tells the service worker which files the program is made of: those with their content in their name by name, the rest by a digest. */
const programFiles = (): Plugin => ({
  name: 'program-files',
  generateBundle: {
    order: 'post',
    handler(_options, bundle) {
      const worker = bundle[`${SERVICE_WORKER}.js`];
      if (worker?.type !== 'chunk') return;
      const files = Object.values(bundle)
        .filter((file) => file !== worker && !file.fileName.endsWith('.map') && !/\.woff$/.test(file.fileName))
        .map((file) => {
          const content = file.type === 'chunk' ? file.code : file.source;
          const isNamed = file.fileName.startsWith('assets/');
          return { url: `/${file.fileName}`, revision: isNamed ? null : createHash('sha256').update(content).digest('hex').slice(0, 16) };
        });
      worker.code = worker.code.replace('self.__MANDO_FILES', JSON.stringify([...files, { url: '/icon.svg', revision: '1' }]));
    },
  },
});

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), programFiles()],
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rollupOptions: {
      input: {
        main: fileURLToPath(new URL('./index.html', import.meta.url)),
        [SERVICE_WORKER]: fileURLToPath(new URL('./src/offline/sw.ts', import.meta.url)),
      },
      // its address is its name: a browser asks for it there
      output: { entryFileNames: ({ name }) => (name === SERVICE_WORKER ? '[name].js' : 'assets/[name]-[hash].js') },
    },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://localhost:4310' } },
});
