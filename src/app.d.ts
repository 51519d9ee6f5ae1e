declare global {
	namespace App {
		interface Locals {
			/** What an unexpected failure of this request is answered with. */
			failure?: { status: number; message: string };
			/** How often the data file had been exchanged when it came. */
			exchanges?: number;
		}
		interface Platform {
			/** The request as Node has it; absent where pages are developed. */
			req?: import('node:http').IncomingMessage;
		}
		interface Error {
			message: string;
		}
	}
}

export {};
