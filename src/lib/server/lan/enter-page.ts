/**
 * The page at which the passphrase is asked for: whole in itself, so that nothing of the
 * application is handed out before.
 */

const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

export interface EnterPage {
	/** What went wrong with the last try; empty at first. */
	wrong: string;
	/** Where to go afterwards: a path of ours. */
	next: string;
	secure: boolean;
}

/** Only a path of our own is gone on to. */
export const ownPath = (next: string | null): string =>
	next && /^\/(?![/\\])[\w\-./?=&%,+]*$/.test(next) && !next.startsWith('/enter') ? next : '/';

export const enterPage = ({ wrong, next, secure }: EnterPage): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8" />
<meta name="viewport" content="width=device-width, initial-scale=1" />
<title>Stack Tender</title>
<style>
body { margin: 0; padding: 24px; background: #f4f0e4; color: #1e2126; font: 17px/1.45 system-ui, sans-serif; }
main { max-width: 26rem; margin: 8vh auto 0; }
h1 { font-size: 1.5rem; margin: 0 0 1rem; }
label { display: block; margin-bottom: .3rem; }
input { box-sizing: border-box; width: 100%; min-height: 48px; font: inherit; padding: 0 12px; border: 1px solid #8b8675; background: #fffdf6; color: inherit; }
button { min-height: 48px; margin-top: 12px; padding: 0 22px; font: inherit; font-weight: 600; border: 0; background: #0c6262; color: #fff; }
.wrong { color: #a32613; font-weight: 600; }
.quiet { color: #5b5a52; font-size: .9rem; }
@media (prefers-color-scheme: dark) {
 body { background: #14171b; color: #e9e4d4; } input { background: #1d2126; border-color: #7d7a6c; } .quiet { color: #b3ae9d; } .wrong { color: #ff8f78; } button { background: #2f9a98; color: #0b0e10; }
}
</style>
</head>
<body>
<main>
<h1>Stack Tender</h1>
<form method="post" action="/enter?next=${encodeURIComponent(next)}">
<label for="passphrase">Passphrase</label>
<input id="passphrase" name="passphrase" type="password" autocomplete="current-password" autofocus required />
${wrong ? `<p class="wrong" role="alert">${escaped(wrong)}</p>` : ''}
<button>Enter</button>
</form>
${
	secure
		? '<p class="quiet">A phone that is dark may not call. Look at the bench itself while something charges.</p>'
		: '<p class="quiet">This address is not encrypted: whoever listens on this network can read the passphrase and what is shown. A dark phone will not call: keep its screen on, and look at the bench itself while something charges.</p>'
}
</main>
</body>
</html>
`;
