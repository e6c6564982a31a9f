import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig, loadEnv, type Plugin } from 'vite';

/** Compresses once what is sent often. */
function compressed(): Plugin {
    return {
        name: 'hafenbuch-compressed',
        apply: 'build',
        writeBundle({ dir = '' }) {
            for (const name of readdirSync(join(dir, 'assets')).filter((one) => /\.(js|css)$/.test(one))) {
                const file = join(dir, 'assets', name);
                const bytes = readFileSync(file);
                writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
                writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }));
            }
        },
    };
}

export default defineConfig(({ mode }) => ({
    plugins: [react(), compressed()],
    base: '/build/',
    publicDir: false as const,
    // While the pages are being worked on they are another origin than the application; fonts must be asked for there.
    server: { origin: loadEnv(mode, '.', 'HAFENBUCH_').HAFENBUCH_PAGES },
    build: {
        outDir: 'public/build',
        emptyOutDir: true,
        manifest: 'manifest.json',
        rollupOptions: { input: 'resources/js/main.tsx' },
        chunkSizeWarningLimit: 1500,
    },
}));
