import react from '@vitejs/plugin-react';
import { defineConfig, loadEnv } from 'vite';

export default defineConfig(({ mode }) => ({
    plugins: [react()],
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
