'use client';
import { useRouter } from 'next/navigation';
import { SCHOOLS, type SchoolId } from '@/core/counting';
import { SmallChoice } from '@/ui/field';
import { Options } from '@/ui/options';

interface StudyChoicesProps {
  readonly lineId: string;
  readonly parts: readonly { readonly place: number; readonly name: string }[];
  readonly place: number;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  readonly classId: string | undefined;
  readonly school: SchoolId;
}

/** Which part, as which class counts, or with another way of counting to try it out. */
export function StudyChoices({ lineId, parts, place, classes, classId, school }: StudyChoicesProps) {
  const router = useRouter();
  const open = (change: Readonly<Record<string, string>>) => {
    const query = new URLSearchParams({ part: `${place}`, ...(classId && { class: classId }), ...change });
    router.replace(`/shelf/${lineId}/study?${query}`, { scroll: false });
  };
  return (
    <div className="flex flex-wrap gap-3">
      {parts.length > 1 && (
        <SmallChoice label="Part" value={`${place}`} onChange={(part) => open({ part })}>
          {parts.map((part) => (
            <option key={part.place} value={part.place}>
              {part.name}
            </option>
          ))}
        </SmallChoice>
      )}
      {classes.length > 1 && (
        <SmallChoice label="As in" value={classId ?? ''} onChange={(id) => open({ class: id })}>
          {classId === undefined && <option value="">most classes</option>}
          <Options of={classes} />
        </SmallChoice>
      )}
      <SmallChoice label="Count with" value={school} onChange={(id) => open({ school: id })}>
        {SCHOOLS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SmallChoice>
    </div>
  );
}
