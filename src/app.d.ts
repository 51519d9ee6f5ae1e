declare global {
	namespace App {
		interface Locals {
			/** What an unexpected failure of this request is answered with. */
			failure?: { status: number; message: string };
			/** How often the data file had been exchanged when it came. */
			exchanges?: number;
		}
		interface Error {
			message: string;
		}
	}
}

export {};
