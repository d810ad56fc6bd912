import { dayOf } from '@/core/calendar';
import type { getLetterBox } from '@/server/access/installation';
import { sayDay } from '@/server/access/school/dates';

type LetterBoxProps = Awaited<ReturnType<typeof getLetterBox>> & { readonly today: string };

/** What Mevlo wrote to people. Where no mail server is set up, this is where letters are read. */
export function LetterBox({ isSimulated, letters, today }: LetterBoxProps) {
  return (
    <>
      <p className="mb-2">
        {isSimulated
          ? 'No mail server is set up: letters lie here and go nowhere. How to set one up stands in docs/operating.md.'
          : 'Letters go out by the mail server.'}
      </p>
      {letters.length === 0 && <p className="text-faint">No letter was written yet.</p>}
      <ul className="divide-y divide-rule">
        {letters.map(({ id, recipient, subject, body, writtenAt, sentAt, problem }) => (
          <li key={id} className="py-1">
            <details>
              <summary className="min-h-11 cursor-pointer py-2.5">
                {sayDay(dayOf(writtenAt), today)}, to {recipient}: <strong>{subject}</strong>
                {!isSimulated && (sentAt ? ', sent' : ', waits')}
              </summary>
              <p className="border-l-4 border-rule py-1 pl-3 break-words whitespace-pre-line">{body}</p>
            </details>
            {problem && <p className="border-l-4 border-warm pl-3">Not sent: {problem}</p>}
          </li>
        ))}
      </ul>
    </>
  );
}
