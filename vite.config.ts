import { cpSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig, loadEnv, type Plugin } from 'vite';

/** Compresses once what is sent often. */
function compressed(): Plugin {
    return {
        name: 'hafenbuch-compressed',
        apply: 'build',
        writeBundle({ dir = '' }) {
            const names = readdirSync(join(dir, 'assets'), { recursive: true }) as string[];
            for (const name of names.filter((one) => /\.(js|css)$/.test(one))) {
                const file = join(dir, 'assets', name);
                const bytes = readFileSync(file);
                writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
                writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }));
            }
        },
    };
}

/** Of what a scene is made of, all but what would run its scripts. */
const SOLID_PARTS = /^(x_ite\.min\.mjs|x_ite\.css|assets\/(components\/\w+\.min\.js|fonts\/.*|images\/.*|hatching\/.*|linetype\/.*))$/;

/** Most scenes name a profile that has scripts, and none is shown whose profile does not load: so these load, and hold nothing. */
const EMPTY_PARTS = /\/(Scripting|WebXR)Component\.min\.js$/;

/** What shows solids loads its parts by their names beside itself, so it is copied as it is, under its version. */
function solids(): Plugin {
    const from = join(import.meta.dirname, 'node_modules/x_ite');
    const { version } = JSON.parse(readFileSync(join(from, 'package.json'), 'utf8')) as { version: string };
    return {
        name: 'hafenbuch-solids',
        config: () => ({ define: { SOLIDS: JSON.stringify(`/build/assets/x_ite-${version}/x_ite.min.js`) } }),
        writeBundle({ dir = '' }) {
            const dist = join(from, 'dist');
            for (const name of readdirSync(dist, { recursive: true }) as string[]) {
                if (SOLID_PARTS.test(name) && statSync(join(dist, name)).isFile()) {
                    const to = join(dir, 'assets', `x_ite-${version}`, name.replace(/\.mjs$/, '.js'));
                    mkdirSync(dirname(to), { recursive: true });
                    EMPTY_PARTS.test(name) ? writeFileSync(to, 'export {};\n') : cpSync(join(dist, name), to);
                }
            }
        },
    };
}

export default defineConfig(({ mode }) => ({
    plugins: [react(), solids(), compressed()],
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
