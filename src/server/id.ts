import { z } from 'zod';

/** The id in an address, or undefined when it cannot be one. */
export const idIn = (params: Record<string, string | undefined>): string | undefined => z.uuid().safeParse(params['id']).data;
