import { redirect } from 'next/navigation';
import { requireStudent } from '@/server/access/account/viewer';

/** A student's own record, by an address that is the same for everybody. */
export default async function MyRecordPage() {
  redirect(`/students/${(await requireStudent()).userId}`);
}
