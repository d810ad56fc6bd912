import { notFound } from 'next/navigation';
import { NotFound } from '@/server/access/account/viewer';

/** Turns the access layer's "not there, or not yours" into the page for it. */
export async function orNotFound<Value>(loading: Promise<Value>): Promise<Value> {
  try {
    return await loading;
  } catch (error) {
    if (error instanceof NotFound) notFound();
    throw error;
  }
}
