/**
 * Says an address, with a code that a phone's camera reads:   node --import tsx
 * scripts/say-address.ts URL
 */
import QRCode from 'qrcode';

const [url] = process.argv.slice(2);
console.log(await QRCode.toString(url, { type: 'terminal', small: true, errorCorrectionLevel: 'L' }));
