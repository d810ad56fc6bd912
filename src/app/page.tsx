import { redirect } from 'next/navigation';
import { requireViewer } from '@/server/access/account/viewer';

export default async function Home() {
  const viewer = await requireViewer();
  redirect(viewer.role === 'teacher' ? '/desk' : '/practice');
}
