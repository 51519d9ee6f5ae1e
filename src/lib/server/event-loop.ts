/**
 * Delay of the server's event loop, and its blocks with the requests that were under way. A
 * blocked loop answers no request and pushes no alarm.
 */
import { monitorEventLoopDelay, performance, type IntervalHistogram } from 'node:perf_hooks';

/** A delay from which on a block is recorded, ms. */
export const BLOCK_MS = 250;
/** How often the loop is expected to turn, ms. */
const TICK_MS = 20;
/** Turns between two questions for the processor time. */
const PROCESSOR_EVERY = 5;
/** Blocks and ended requests that are remembered. */
const MOST = 50;

export interface EventLoopBlock {
	/** Process time at its end, s since the start. */
	uptimeS: number;
	blockedMs: number;
	/** Processor time of the process during it, ms; low where the machine stalled. */
	processorMs: number;
	/** Requests under way during it, as "GET /packs". */
	requests: string[];
}

export interface EventLoopFigures {
	/** Quantiles of the delay since the start, ms. */
	p50Ms: number;
	p99Ms: number;
	p999Ms: number;
	maxMs: number;
	blocks: EventLoopBlock[];
}

interface RequestSpan {
	name: string;
	endedMs: number;
}

function processorTimeMs(): number {
	const { user, system } = process.cpuUsage();
	return (user + system) / 1000;
}

export class EventLoopWatch {
	private readonly histogram: IntervalHistogram;
	private readonly open = new Set<RequestSpan>();
	private ended: RequestSpan[] = [];
	private blocks: EventLoopBlock[] = [];
	private timer: NodeJS.Timeout | undefined;

	/** `onBlock` hears of each block as it ends. */
	constructor(private readonly onBlock: (block: EventLoopBlock) => void = () => undefined) {
		this.histogram = monitorEventLoopDelay({ resolution: TICK_MS });
	}

	start(): void {
		this.histogram.enable();
		let expectedMs = performance.now() + TICK_MS;
		let processorMs = processorTimeMs();
		let turns = 0;
		this.timer = setInterval(() => {
			const nowMs = performance.now();
			const blocked = nowMs - expectedMs >= BLOCK_MS;
			if (blocked) this.record(expectedMs, nowMs, processorTimeMs() - processorMs);
			// Asked for at each turn it would cost a hundredth of the processor.
			if (blocked || ++turns % PROCESSOR_EVERY === 0) processorMs = processorTimeMs();
			expectedMs = nowMs + TICK_MS;
		}, TICK_MS);
		this.timer.unref();
	}

	stop(): void {
		clearInterval(this.timer);
		this.histogram.disable();
	}

	/** Marks a request as under way; call what is returned when it is answered. */
	begin(name: string): () => void {
		const span: RequestSpan = { name, endedMs: Infinity };
		this.open.add(span);
		return () => {
			if (!this.open.delete(span)) return;
			span.endedMs = performance.now();
			this.ended = [...this.ended.slice(1 - MOST), span];
		};
	}

	figures(): EventLoopFigures {
		// The histogram counts the tick itself as delay.
		const ms = (ns: number): number => Math.max(0, Math.round(ns / 1e5) / 10 - TICK_MS);
		const at = (percentile: number): number => ms(this.histogram.percentile(percentile));
		return {
			...{ p50Ms: at(50), p99Ms: at(99), p999Ms: at(99.9), maxMs: ms(this.histogram.max) },
			blocks: this.blocks
		};
	}

	private record(sinceMs: number, nowMs: number, processorMs: number): void {
		const during = [...this.ended.filter((span) => span.endedMs >= sinceMs), ...this.open];
		const block = {
			uptimeS: Math.round(nowMs / 100) / 10,
			blockedMs: Math.round(nowMs - sinceMs),
			processorMs: Math.round(processorMs),
			requests: [...new Set(during.map((span) => span.name))]
		};
		this.blocks = [...this.blocks.slice(1 - MOST), block];
		this.onBlock(block);
	}
}
