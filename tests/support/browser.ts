/** Debian's Chromium, headless, at an exact page size. */
import { existsSync, writeFileSync } from 'node:fs';
import { Builder, type WebDriver } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { freePort } from './free-port';

/**
 * The same browser without a window of its own takes a third less of the machine; where it is
 * missing the whole one serves. Itself, not the script that starts it: that would be ended in its
 * stead, and the browser go on beside all tests that follow.
 */
const BINARY = ['/usr/lib/chromium/chromium-headless-shell', '/usr/bin/chromium'].find((file) =>
	existsSync(file)
)!;

/** Between two looks at whether what is waited for is there, ms. */
const POLL_MS = 50;

export interface Size {
	width: number;
	height: number;
	mobile?: boolean;
}
export const DESK: Size = { width: 1280, height: 800 };
export const PHONE: Size = { width: 390, height: 844, mobile: true };

export interface Browser {
	driver: WebDriver;
	resize(size: Size): Promise<void>;
	/** Saves what is seen as a PNG. */
	picture(file: string): Promise<void>;
	/** Pages opened from now on have a clock that is so many minutes ahead. */
	ahead(minutes: number): Promise<void>;
	close(): Promise<void>;
}

type WithCdp = WebDriver & { sendDevToolsCommand(command: string, parameters: object): Promise<void> };

/** `anyCertificate`: one that nobody vouches for is taken, as a person takes their own. */
export async function openBrowser(size: Size = DESK, anyCertificate = false): Promise<Browser> {
	const options = new chrome.Options();
	options.setChromeBinaryPath(BINARY);
	options.addArguments(
		'--headless',
		'--no-sandbox',
		'--disable-gpu',
		'--disable-quic',
		'--no-first-run',
		'--disable-background-networking',
		'--disable-component-update',
		'--disable-sync',
		'--disable-dev-shm-usage',
		'--force-color-profile=srgb',
		`--window-size=${size.width},${size.height + 140}`
	);
	options.setAcceptInsecureCerts(anyCertificate);
	const service = new chrome.ServiceBuilder('/usr/bin/chromedriver').setPort(await freePort());
	const driver = await new Builder()
		.forBrowser('chrome')
		.setChromeOptions(options)
		.setChromeService(service)
		.build();
	// A page is there within tens of ms: a fifth of a second between two looks would be most of what
	// a test waits.
	const wait = driver.wait.bind(driver) as (...args: unknown[]) => never;
	driver.wait = ((condition: unknown, timeout?: number, message?: string, poll = POLL_MS) =>
		wait(condition, timeout, message, poll)) as typeof driver.wait;
	await driver.manage().setTimeouts({ pageLoad: 60_000, script: 60_000, implicit: 0 });
	const resize = (s: Size) =>
		(driver as WithCdp).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
			width: s.width,
			height: s.height,
			deviceScaleFactor: 1,
			mobile: s.mobile ?? false
		});
	await resize(size);
	return {
		driver,
		resize,
		ahead: (minutes) =>
			(driver as WithCdp).sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
				source: `const clock = Date.now; Date.now = () => clock() + ${minutes * 60e3};`
			}),
		picture: async (file) => writeFileSync(file, await driver.takeScreenshot(), 'base64'),
		// What a test found out stands, however its browser goes.
		close: () =>
			driver.quit().catch((error: unknown) => console.warn('The browser did not go quietly.', error))
	};
}
