/**
 * How often the forecast is right about packs it does not know: npm run calibrate [-- packs
 * [chemistry …]], 3000 of every chemistry unless it is said otherwise.
 */
import { CHEMISTRY_IDS } from '../core/chemistry/catalogue';
import { calibrate, HEAD, lineOf } from './calibrate/table';

const [count = '3000', ...only] = process.argv.slice(2);
console.log(HEAD);
for (const id of only.length ? only : CHEMISTRY_IDS) console.log(lineOf(calibrate(id, Number(count))));
