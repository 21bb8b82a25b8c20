import * as z from 'zod';

/**
 * Validation makes no code of its own: the content policy forbids it, and even asking whether it may is told as a breach of it. Imported
 * before anything else where a page or a worker begins, since schemas ask when they are made.
 */
z.config({ jitless: true });
