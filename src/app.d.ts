declare global {
	namespace App {
		interface Locals {
			/** What an unexpected failure of this request is answered with. */
			failure?: { status: number; message: string };
		}
		interface Error {
			message: string;
		}
	}
}

export {};
