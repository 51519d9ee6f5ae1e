/** Every figure, word and switch in a piece of data, by its path. */
export function leavesOf(data: unknown, without: readonly string[] = [], path = ''): [string, unknown][] {
	if (typeof data !== 'object' || data === null) return [[path, data]];
	return Object.entries(data)
		.filter(([key]) => !without.includes(key))
		.flatMap(([key, value]) => leavesOf(value, without, path ? `${path}.${key}` : key));
}
