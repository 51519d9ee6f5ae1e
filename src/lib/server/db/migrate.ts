/** Brings a database up to date. Migrations are listed, not searched for, so that they are bundled with the server. */
import { QueryInterface, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import * as first from './migrations/0001-first';
import * as everyChemistry from './migrations/0002-every-chemistry';
import * as care from './migrations/0003-care';

export interface Migration {
	up(q: QueryInterface): Promise<void>;
	down(q: QueryInterface): Promise<void>;
}

const MIGRATIONS: Record<string, Migration> = {
	'0001-first': first,
	'0002-every-chemistry': everyChemistry,
	'0003-care': care
};

/** Applies every migration that has not been applied, oldest first, each in one transaction of its own making. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
	const umzug = new Umzug({
		migrations: Object.entries(MIGRATIONS).map(([name, m]) => ({
			name,
			up: async () => m.up(sequelize.getQueryInterface()),
			down: async () => m.down(sequelize.getQueryInterface())
		})),
		storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
		logger: undefined
	});
	return (await umzug.up()).map((m) => m.name);
}
