/** The log of the server, on its standard output. */
import pino from 'pino';

export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
