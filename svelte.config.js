import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({ out: 'build' }),
		alias: { $core: 'core' },
		// Who may write is checked before anything gets here, for every kind of body and for none: see src/lib/server/gate.ts.
		csrf: { trustedOrigins: ['*'] },
		// Nothing is loaded from anywhere else, and no page of another origin shows these in a frame. Styles may stand in the
		// markup: the charts and `style:` write them there.
		csp: {
			mode: 'nonce',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				'style-src': ['self', 'unsafe-inline'],
				'img-src': ['self', 'data:'],
				'worker-src': ['self'],
				'manifest-src': ['self'],
				'connect-src': ['self'],
				'object-src': ['none'],
				'base-uri': ['none'],
				'form-action': ['self'],
				'frame-ancestors': ['none']
			}
		}
	}
};
