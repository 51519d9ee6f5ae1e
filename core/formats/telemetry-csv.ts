/**
 * Telemetry as CSV: RFC 4180 lines, columns named in the style of the Battery Data Format (`Test
 * Time / s`; names from memory), one row per sample.
 */
import type { Telemetry } from '../simulate/telemetry';
import type { SamplesFormat } from './samples-format';

/** All samples as one CSV text with a header row and CRLF line ends. */
export function telemetryCsv(t: Telemetry): string {
	const header = [
		'Test Time / s',
		'Voltage / V',
		'Current / A',
		'Charging Capacity / Ah',
		'Surface Temperature / degC',
		...t.cellV.map((_, i) => `Cell ${i + 1} Voltage / V`)
	];
	const rows = t.timeS.map((time, k) =>
		[
			time.toFixed(1),
			t.packV[k].toFixed(4),
			t.currentA[k].toFixed(4),
			t.chargeAh[k].toFixed(6),
			t.temperatureDegC[k].toFixed(2),
			...t.cellV.map((c) => c[k].toFixed(4))
		].join(',')
	);
	return [header.join(','), ...rows, ''].join('\r\n');
}

export const csvFormat: SamplesFormat = {
	id: 'csv',
	contentType: 'text/csv; charset=utf-8; header=present',
	write: telemetryCsv
};
