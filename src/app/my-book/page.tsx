import { redirect } from 'next/navigation';
import { requireStudent } from '@/server/access/account/viewer';

/** A student's own practice book, by an address that is the same for everybody. */
export default async function MyBookPage() {
  redirect(`/students/${(await requireStudent()).userId}/book`);
}
