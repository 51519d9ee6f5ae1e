/** The theme that is chosen, remembered in the browser. */
import { THEMES, type Theme } from './themes';

export { THEMES, type Theme };

class ThemeChoice {
	current = $state<Theme>('bench');

	/** Reads what the page was painted with. Call once in the browser. */
	read(): void {
		const painted = document.documentElement.dataset.theme as Theme;
		if (THEMES.includes(painted)) this.current = painted;
	}

	choose(theme: Theme): void {
		this.current = theme;
		document.documentElement.dataset.theme = theme;
		try {
			localStorage.setItem('theme', theme);
		} catch {
			// Private windows may refuse storage; the theme then lasts for this page.
		}
	}
}

export const theme = new ThemeChoice();

/** The value of a theme colour now, for drawings that cannot use CSS variables. */
export function themeColour(name: string): string {
	return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
}
