import type { Action } from 'svelte/action';

/**
 * Lets the keyboard scroll a box that overflows: in the tab order only while there is something
 * to scroll.
 */
export const reachable: Action<HTMLElement> = (node) => {
	const look = () => {
		const overflows = node.scrollHeight > node.clientHeight + 1 || node.scrollWidth > node.clientWidth + 1;
		if (overflows) node.setAttribute('tabindex', '0');
		else node.removeAttribute('tabindex');
	};
	const sizes = new ResizeObserver(look);
	sizes.observe(node);
	const content = new MutationObserver(look);
	content.observe(node, { childList: true, subtree: true, characterData: true });
	look();
	return {
		destroy() {
			sizes.disconnect();
			content.disconnect();
		}
	};
};
