/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
/**
 * When the application is away, a page that is opened says so in its own words and looks again by
 * itself, in place of the browser's error page. It keeps nothing else: what is shown is always
 * the server's.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;

const AWAY = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Not answering · Stack Tender</title>
<style>
body { font: 16px/1.45 system-ui, sans-serif; margin: 0; display: grid; place-items: center; min-height: 100vh; background: #f5f0e6; color: #1e2226 }
main { max-width: 34rem; padding: 24px } h1 { font-size: 1.4rem } a { color: #0c6563; font-weight: 600 }
@media (prefers-color-scheme: dark) { body { background: #14181a; color: #e4dfd3 } a { color: #63beb3 } }
</style>
</head>
<body><main>
<h1>The application does not answer</h1>
<p>It may be starting, or it was stopped. Charging goes on at the charger: stay with it, and look at its own screen.</p>
<p>This page looks again every three seconds. <a href="">Look now</a></p>
</main>
<script>setInterval(() => fetch(location.href, { method: 'HEAD', cache: 'no-store' }).then((r) => r.headers.has('x-away') || location.reload()).catch(() => 0), 3000)</script>
</body></html>`;

worker.addEventListener('install', () => void worker.skipWaiting());
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));
worker.addEventListener('fetch', (event) => {
	if (event.request.mode !== 'navigate') return;
	event.respondWith(
		fetch(event.request).catch(
			() =>
				new Response(AWAY, {
					status: 503,
					headers: { 'content-type': 'text/html; charset=utf-8', 'x-away': 'yes' }
				})
		)
	);
});
