/** A database from before is brought up to date, keeps what it holds, and can go back. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Sequelize } from 'sequelize';
import { toCharger, toPack, toSupply } from './map';
import { migrate } from './migrate';
import * as everyChemistry from './migrations/0002-every-chemistry';
import * as first from './migrations/0001-first';
import { defineModels } from './models';

const AT = '2026-05-02 18:00:00.000 +00:00';

async function oldDatabase(): Promise<Sequelize> {
	const sequelize = new Sequelize({
		dialect: 'sqlite',
		storage: ':memory:',
		logging: false,
		pool: { max: 1, min: 1, idle: 1e9 }
	});
	await first.up(sequelize.getQueryInterface());
	await sequelize.query('CREATE TABLE migrations (name VARCHAR(255) PRIMARY KEY)');
	await sequelize.query(`INSERT INTO migrations VALUES ('0001-first')`);
	await sequelize.query(
		`INSERT INTO packs (id, name, usedIn, chemistry, cells, parallel, capacityAh, balanceLead, condition, notes, createdAt, updatedAt)
		 VALUES ('p', 'Old pack', '', 'lipo', 3, 1, 2.2, 1, 'in service', '', '${AT}', '${AT}')`
	);
	await sequelize.query(
		`INSERT INTO supplies (id, name, kind, voltageV, createdAt, updatedAt) VALUES ('s', 'Socket', 'mains', 230, '${AT}', '${AT}')`
	);
	await sequelize.query(
		`INSERT INTO chargers (id, name, inputMinV, inputMaxV, efficiency, overheadW, supplyId, link, asks, notes, createdAt, updatedAt)
		 VALUES ('c', 'Old charger', 100, 240, 0.8, 5, 's', 'none', '["cells"]', '', '${AT}', '${AT}')`
	);
	await sequelize.query(
		`INSERT INTO channels (id, chargerId, position, label, powerW, minCurrentA, maxCurrentA, currentStepA, chemistries, balanceCurrentA,
		 balancePortCells, showsCells, dischargePowerW, dischargeCurrentA, voltageAccuracyV, hasProbe, createdAt, updatedAt)
		 VALUES ('h', 'c', 0, '1', 80, 0.1, 6, 0.1, '[]', 0.2, 6, 1, 5, 1, 0.02, 0, '${AT}', '${AT}')`
	);
	return sequelize;
}

test('what an older database holds gets the new fields with their defaults', async () => {
	const sequelize = await oldDatabase();
	assert.deepEqual(await migrate(sequelize), ['0002-every-chemistry', '0003-care']);
	const models = defineModels(sequelize);
	const pack = toPack((await models.Pack.findByPk('p'))!);
	assert.deepEqual([pack.name, pack.electronics, pack.practice, pack.pairId], ['Old pack', 'none', {}, null]);
	const charger = toCharger(
		(await models.Charger.findByPk('c', {
			include: [
				{ model: models.Channel, as: 'channels' },
				{ model: models.HeldSetting, as: 'held' }
			]
		}))!
	);
	assert.deepEqual(charger.channels[0].tasks, ['balance', 'charge', 'storage', 'discharge']);
	assert.deepEqual(charger.protections, ['reversed polarity', 'cell count', 'over-voltage']);
	assert.equal(charger.slots, 0);
	assert.equal(charger.channels[0].asksTrickle, false);
	const supply = toSupply((await models.Supply.findByPk('s'))!);
	assert.deepEqual([supply.otherLoadW, supply.ofVehicle, supply.capacityAh], [0, false, null]);
	assert.deepEqual(await migrate(sequelize), [], 'once is enough');
	await sequelize.close();
});

test('the migration can be taken back and nothing older is lost', async () => {
	const sequelize = await oldDatabase();
	await everyChemistry.up(sequelize.getQueryInterface());
	await everyChemistry.down(sequelize.getQueryInterface());
	const [rows] = await sequelize.query('SELECT name FROM packs');
	assert.deepEqual(rows, [{ name: 'Old pack' }]);
	const [columns] = (await sequelize.query('PRAGMA table_info(channels)')) as [{ name: string }[], unknown];
	assert.ok(!columns.some((c) => c.name === 'tasks'));
	await sequelize.close();
});
