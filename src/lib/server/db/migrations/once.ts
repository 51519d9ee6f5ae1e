/**
 * The first release did not migrate in transactions: one that was killed in its first start, or
 * in an upgrade, left a file with half of the changes. So the changes of that release pass over
 * what is there already.
 */
import type { QueryInterface } from 'sequelize';

const THERE_ALREADY = /already exists|duplicate column name/;

async function once(change: Promise<unknown>): Promise<void> {
	try {
		await change;
	} catch (error) {
		if (!THERE_ALREADY.test(String(error))) throw error;
	}
}

export const columnOnce = (q: QueryInterface, table: string, name: string, column: object): Promise<void> =>
	once(q.addColumn(table, name, column as never));

export const indexOnce = (
	q: QueryInterface,
	table: string,
	columns: string[],
	options: object = {}
): Promise<void> => once(q.addIndex(table, columns, options));
