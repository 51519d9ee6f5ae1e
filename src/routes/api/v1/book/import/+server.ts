import { json } from '@sveltejs/kit';
import { answer } from '$lib/server/http';
import { cancelImport, importProgress } from '$lib/server/services/book/import-beside';
import type { RequestHandler } from './$types';

/** How far the file that is being read has been. */
export const GET: RequestHandler = () => json(importProgress());

/** Leaves it, while it is still being read. */
export const DELETE: RequestHandler = () => answer(cancelImport());
