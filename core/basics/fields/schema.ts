/** The limits of a field as the schema of an event: what a form takes the server takes, and nothing else. */
import { z } from 'zod';
import type { QuantityField } from './kinds';

/** SI. */
export function within({ shape: { zero, least, most } }: QuantityField): z.ZodNumber {
  const from = least ? z.number().min(least.value, least.says) : zero ? z.number().min(0) : z.number().positive();
  return most ? from.max(most.value, most.says) : from;
}
