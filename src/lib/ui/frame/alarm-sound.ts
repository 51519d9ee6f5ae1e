/**
 * Two tones, loud enough for the next room. A browser lets a page sound only after a press on it:
 * the first one anywhere will do.
 */
let context: AudioContext | null = null;

/** Listens for the first press. Returns what stops that. */
export function readySound(): () => void {
	const open = () => {
		context ??= new AudioContext();
		void context.resume();
	};
	window.addEventListener('pointerdown', open);
	window.addEventListener('keydown', open);
	return () => {
		window.removeEventListener('pointerdown', open);
		window.removeEventListener('keydown', open);
	};
}

/** Sounds once; false where no press has allowed it yet. */
export function sound(): boolean {
	if (!context || context.state !== 'running') return false;
	for (const [k, hertz] of [660, 880, 660, 880].entries()) {
		const tone = context.createOscillator();
		const volume = context.createGain();
		tone.frequency.value = hertz;
		const from = context.currentTime + 0.28 * k;
		volume.gain.setValueAtTime(0.0001, from);
		volume.gain.exponentialRampToValueAtTime(0.35, from + 0.03);
		volume.gain.exponentialRampToValueAtTime(0.0001, from + 0.25);
		tone.connect(volume).connect(context.destination);
		tone.start(from);
		tone.stop(from + 0.26);
	}
	return true;
}
