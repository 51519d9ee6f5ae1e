/** The two cookies of a device from the local network: its session's, and its own. */

export const SESSION_COOKIE = 'stack-tender-session';
export const DEVICE_COOKIE = 'stack-tender-device';

/** Seconds that a browser keeps them. */
const LASTS_S: Record<string, number> = { [SESSION_COOKIE]: 14 * 86400, [DEVICE_COOKIE]: 400 * 86400 };

/**
 * Every value that a `Cookie` header gives a name: another page of the same host may have set one
 * of the same name, and which comes first is the browser's choice.
 */
export const tokensIn = (header: string | undefined, name: string): string[] =>
	(header ?? '').split(';').flatMap((part) => {
		const [key, value] = part.trim().split('=');
		return key === name && value ? [value] : [];
	});

/**
 * The `Set-Cookie` line; `secure` under https alone, or a browser on a plain address would drop
 * it.
 */
export const cookieOf = (name: string, token: string, secure: boolean): string =>
	`${name}=${token}; Path=/; HttpOnly; SameSite=Strict; Max-Age=${LASTS_S[name]}${secure ? '; Secure' : ''}`;

/** The line that takes one away. */
export const noCookie = (name: string, secure: boolean): string =>
	`${name}=; Path=/; HttpOnly; SameSite=Strict; Max-Age=0${secure ? '; Secure' : ''}`;
