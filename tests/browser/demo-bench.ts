/**
 * The application with the demo scenario and a person in front of it, for browser tests that
 * start from its packs.
 */
import { By } from 'selenium-webdriver';
import { openBrowser, type Browser } from '../support/browser';
import { startApp, type TestApp } from '../support/server';
import { Person } from './page';

interface Shelf {
	pack: { id: string; name: string };
	reading: { cellVoltagesV: number[] | null; packVoltageV: number | null } | null;
}
interface Bench {
	id: string;
	name: string;
	channels: { id: string }[];
}

export class DemoBench {
	private constructor(
		readonly app: TestApp,
		readonly browser: Browser,
		readonly person: Person,
		private shelf: Shelf[],
		private readonly chargers: Bench[]
	) {}

	/** Starts everything; the simulated charger runs `speed` times as fast as a real one. */
	static async open(speed: number): Promise<DemoBench> {
		const app = await startApp({ demo: true, speed });
		const browser = await openBrowser();
		const get = async <T>(path: string) => (await (await fetch(`${app.base}/api/v1${path}`)).json()) as T;
		return new DemoBench(
			app,
			browser,
			new Person(browser.driver, app.base),
			await get<Shelf[]>('/packs'),
			await get<Bench[]>('/chargers')
		);
	}

	async close(): Promise<void> {
		await this.browser.close();
		await this.app.close();
	}

	async api<T>(path: string, method = 'GET', body?: unknown): Promise<T> {
		const response = await fetch(`${this.app.base}/api/v1${path}`, {
			method,
			headers: { 'content-type': 'application/json' },
			body: body === undefined ? undefined : JSON.stringify(body)
		});
		return (await response.json()) as T;
	}

	packId = (name: string): string => this.shelf.find((p) => p.pack.name === name)!.pack.id;
	chargerId = (name: string): string => this.chargers.find((c) => c.name === name)!.id;
	channelId = (charger: string, n = 0): string =>
		this.chargers.find((c) => c.name === charger)!.channels[n].id;

	/** The last reading of a pack, as it is now. */
	async reading(name: string): Promise<Shelf['reading']> {
		this.shelf = await this.api<Shelf[]>('/packs');
		return this.shelf.find((p) => p.pack.name === name)!.reading;
	}

	/** Opens the program of a pack on channel `n` of a charger; `rest` goes on with the address. */
	program(name: string, charger: string, rest = '', n = 0): Promise<void> {
		return this.person.goTo(
			`/program?pack=${this.packId(name)}&channel=${this.channelId(charger, n)}${rest}`
		);
	}

	/**
	 * Ticks everything, gives a reason where one is asked, connects over the link and starts. A
	 * nickel pack may turn out to be full: its run is over within a second then, and the page has
	 * gone on to the logbook before anyone has seen it.
	 */
	async checkAndStart(word: string): Promise<void> {
		await this.check(word);
		await this.person.press('button', `Start ${word}`);
		await this.person.waitForPath(/^\/(run|logbook)\/[0-9a-f-]{36}$/);
	}

	/** The same up to the start, which may be pressed then. */
	async check(word: string): Promise<void> {
		const { person } = this;
		await person.press('button', 'Check and connect');
		await person.waitForPath(/^\/run\/start\//);
		await this.lookedAt(word);
	}

	/**
	 * On the page before the start: everything seen, decided and read, so that the start may be
	 * pressed.
	 */
	async lookedAt(word: string): Promise<void> {
		const { person } = this;
		await person.tickAll();
		for (const field of await person.driver.findElements(By.css('li[data-rule] input')))
			await field.sendKeys('keyed in at the charger');
		await person.press('button', 'Connect and read the cells');
		await person.driver.wait(
			async () => (await (await person.withText('button', `Start ${word}`)).isEnabled()) === true,
			15_000
		);
	}

	/**
	 * Pauses the simulated charger in the middle of whatever it does; it hears nothing and answers
	 * nothing.
	 */
	pauseCharger = (): boolean => this.app.standIn.kill('SIGSTOP');
	resumeCharger = (): boolean => this.app.standIn.kill('SIGCONT');
}
