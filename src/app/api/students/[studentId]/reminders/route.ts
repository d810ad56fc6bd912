import { download, forViewer } from '@/app/_components/request';
import { dayOf } from '@/core/calendar';
import { getReminders } from '@/server/access/practice/reminders';

/** When to practise and what is due, as a file for any calendar. `at`: the time of day; `day`: each day of the week. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly studentId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const { searchParams } = new URL(request.url);
    const wish = { at: searchParams.get('at'), days: searchParams.getAll('day') };
    const text = await getReminders(viewer, (await params).studentId, wish, new Date());
    return download(`practice ${dayOf(new Date())}.ics`, 'text/calendar; charset=utf-8', text);
  });
}
