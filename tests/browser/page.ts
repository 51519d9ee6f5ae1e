/** What a person does on a page, for the browser tests. */
import { By, until, type WebDriver, type WebElement } from 'selenium-webdriver';

const WAIT_MS = 20_000;
/**
 * A run at the simulated charger's speed takes what the pack that it drew takes, and a busy
 * machine longer.
 */
const RUN_MS = 120_000;

export class Person {
	constructor(
		readonly driver: WebDriver,
		private readonly base: string
	) {}

	async goTo(path: string): Promise<void> {
		await this.driver.get(this.base + path);
		await this.ready();
	}

	/** Waits until the page at the present address is there and reacts: it says so itself. */
	async ready(): Promise<void> {
		await this.driver.wait(
			async () =>
				this.driver.executeScript<boolean>(
					`return document.documentElement.dataset.at === location.pathname + location.search
						&& !!document.querySelector("main")?.firstElementChild`
				),
			WAIT_MS,
			'the page never reacted'
		);
	}

	async find(css: string): Promise<WebElement> {
		return this.driver.wait(until.elementLocated(By.css(css)), WAIT_MS, `nothing matches ${css}`);
	}

	async withText(tag: string, text: string): Promise<WebElement> {
		return this.driver.wait(
			until.elementLocated(By.xpath(`//main//${tag}[contains(normalize-space(.), "${text}")]`)),
			WAIT_MS,
			`no ${tag} says "${text}"`
		);
	}

	async press(tag: string, text: string): Promise<void> {
		let element = await this.withText(tag, text);
		// What stands twice, for a wide window and for a narrow one, is pressed where it is seen.
		if (!(await element.isDisplayed()))
			for (const other of await this.driver.findElements(
				By.xpath(`//main//${tag}[contains(normalize-space(.), "${text}")]`)
			))
				if (await other.isDisplayed()) element = other;
		await this.driver.wait(until.elementIsEnabled(element), WAIT_MS);
		await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
		await element.click();
	}

	/**
	 * Takes back what was done last, on its toast. What was done may stand in the database before
	 * the page has its answer: the toast is waited for, and looked for and pressed in one step, as
	 * toasts move.
	 */
	async undo(): Promise<void> {
		await this.driver.wait(
			async () =>
				this.driver.executeScript<boolean>(
					`const undo = [...document.querySelectorAll('[data-sonner-toast] button')].find((b) => b.innerText.trim() === 'Undo');
					undo?.click();
					return Boolean(undo);`
				),
			WAIT_MS,
			'nothing offers to undo it'
		);
	}

	/** Types into the field with this label, replacing what is there. */
	async fill(label: string, value: string): Promise<void> {
		const field = await this.driver.wait(
			until.elementLocated(
				By.xpath(
					`//label[contains(normalize-space(.), "${label}")]//input | //input[@id=(//label[contains(normalize-space(.), "${label}")]/@for)]`
				)
			),
			WAIT_MS,
			`no field is called ${label}`
		);
		await this.driver.executeScript(
			'arguments[0].scrollIntoView({ block: "center" }); arguments[0].select()',
			field
		);
		await field.sendKeys(value === '' ? '\uE003' : value);
	}

	/** Types a day and a time, `2026-03-01T10:00`, as a person does: one segment leads to the next. */
	async typeMoment(label: string, at: string): Promise<void> {
		const [year, month, day, hour, minute] = at.split(/[-T:]/);
		const first = await this.find(`[aria-label="${label}"] [data-segment="day"]`);
		await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', first);
		await first.click();
		for (const key of `${day}${month}${year}${hour}${minute}`)
			await this.driver.switchTo().activeElement().sendKeys(key);
		await this.driver.switchTo().activeElement().sendKeys('\uE007');
	}

	/** Opens the list that matches and takes the entry that says so. */
	async choose(css: string, option: string): Promise<void> {
		const list = await this.find(css);
		await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', list);
		await list.click();
		const entry = await this.driver.wait(
			until.elementLocated(By.xpath(`//*[@role="option"][contains(normalize-space(.), "${option}")]`)),
			WAIT_MS,
			`${css} offers no "${option}"`
		);
		await this.driver.wait(until.elementIsVisible(entry), WAIT_MS);
		await entry.click();
		await this.driver.wait(
			async () => (await this.driver.findElements(By.css('[role="option"]'))).length === 0,
			WAIT_MS,
			`${css} stayed open`
		);
	}

	/** Opens the line that finds anything, types, and takes the first. */
	async findAnything(typed: string): Promise<void> {
		await this.driver.actions().sendKeys('/').perform();
		const line = await this.find('input[aria-label="Find anything"]');
		await line.sendKeys(typed);
		// What was typed is looked for once packs and chargers are there: then something fits it.
		await this.driver.wait(
			async () =>
				this.driver.executeScript<boolean>(
					`const first = document.querySelector('[data-command-item][data-selected]')?.innerText.toLowerCase() ?? '';
					return arguments[0].split(' ').every((word) => first.includes(word));`,
					typed
				),
			WAIT_MS,
			`nothing is found for ${typed}`
		);
		await line.sendKeys('\uE007');
	}

	/** Ticks every box of the page. */
	async tickAll(): Promise<void> {
		// What is keyed into the charger first is another list: ticking there changes what the book
		// believes.
		const boxes = 'main ul:not([data-key-first]) [role="checkbox"][aria-checked="false"]';
		for (const box of await this.driver.findElements(By.css(boxes))) await box.click();
	}

	async text(css: string): Promise<string> {
		return (await this.find(css)).getText();
	}

	/**
	 * Waits until what matches says so: what stands there at first may still be what stood there
	 * before.
	 */
	async says(css: string, words: RegExp): Promise<WebElement> {
		let text = '';
		try {
			await this.driver.wait(async () => {
				text = await this.driver.executeScript<string>(
					`return document.querySelector(arguments[0])?.innerText ?? ''`,
					css
				);
				return words.test(text);
			}, WAIT_MS);
		} catch {
			throw new Error(`${css} never said ${words}; it says:\n${text}`);
		}
		return this.find(css);
	}

	async path(): Promise<string> {
		return new URL(await this.driver.getCurrentUrl()).pathname;
	}

	/** Waits until a run that is watched has ended and the page has gone on to the logbook. */
	async waitForTheEnd(): Promise<string> {
		return this.waitForPath(/^\/logbook\//, RUN_MS);
	}

	async waitForPath(pattern: RegExp, waitMs = WAIT_MS): Promise<string> {
		try {
			await this.driver.wait(async () => pattern.test(await this.path()), waitMs);
		} catch {
			const said = await this.driver.executeScript('return document.body.innerText');
			throw new Error(`the page never became ${pattern}; it is ${await this.path()} and says:\n${said}`);
		}
		await this.ready();
		return this.path();
	}

	/**
	 * Follows a link; a page that is still settling may move it from under the pointer, so it is
	 * pressed again if need be.
	 */
	async follow(text: string, pattern: RegExp): Promise<void> {
		for (let tries = 0; tries < 3 && !pattern.test(await this.path()); tries++) {
			await this.press('a', text);
			await this.driver.wait(async () => pattern.test(await this.path()), 8000).catch(() => undefined);
		}
		await this.waitForPath(pattern);
	}

	/** Waits until the page says so somewhere. */
	async sees(text: string | RegExp): Promise<void> {
		await this.driver.wait(
			async () => {
				const body = await this.driver.executeScript<string>('return document.body.innerText');
				return typeof text === 'string' ? body.includes(text) : text.test(body);
			},
			WAIT_MS,
			`the page never said ${text}`
		);
	}
}
