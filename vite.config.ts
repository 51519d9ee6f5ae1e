import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { coreHash } from './scripts/core-hash.mjs';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit()],
	define: { __CORE_HASH__: JSON.stringify(coreHash()) },
	worker: { format: 'es' },
	build: { chunkSizeWarningLimit: 900 }
});
