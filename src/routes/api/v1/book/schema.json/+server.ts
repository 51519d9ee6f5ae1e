import { json } from '@sveltejs/kit';
import { bookJsonSchema } from '$lib/server/services/book/book';
import type { RequestHandler } from './$types';

/** The JSON Schema of a book. */
export const GET: RequestHandler = () => json(bookJsonSchema());
