'use client';
import Form from 'next/form';
import { INSTRUMENTS } from '@/core/instruments';
import { CONTENT_IDS, contentName } from '@/core/study';
import { Button, ButtonLink } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { Options } from '@/ui/options';
import { useVocabulary } from '@/ui/vocabulary';

interface ShelfFilterProps {
  readonly filter: {
    readonly search: string | undefined;
    readonly instrument: string | undefined;
    readonly features: readonly string[];
    readonly bookId: string | undefined;
  };
  readonly books: readonly { readonly id: string; readonly title: string }[];
}

/** Finds lines by words, by instrument and by what is in them. It is an address, so it can be kept and sent. */
export function ShelfFilter({ filter, books }: ShelfFilterProps) {
  const vocabulary = useVocabulary();
  const isFiltered =
    Boolean(filter.search ?? filter.instrument ?? filter.bookId) || filter.features.length > 0;
  return (
    <Form
      action="/shelf"
      className="grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-[1.4fr_1fr_1fr_1fr_auto]"
    >
      <Field
        label="Find"
        name="search"
        type="search"
        defaultValue={filter.search}
        placeholder="title, number, what is new"
      />
      <Choice label="In book" name="book" defaultValue={filter.bookId ?? ''}>
        <option value="">all books</option>
        <Options of={books} />
      </Choice>
      <Choice label="For" name="instrument" defaultValue={filter.instrument ?? ''}>
        <option value="">all instruments</option>
        <Options of={INSTRUMENTS} />
      </Choice>
      <Choice label="With" name="features" defaultValue={filter.features[0] ?? ''}>
        <option value="">anything in it</option>
        {CONTENT_IDS.map((id) => (
          <option key={id} value={id}>
            {contentName(id, vocabulary)}
          </option>
        ))}
      </Choice>
      {filter.features.slice(1).map((feature) => (
        <input key={feature} type="hidden" name="features" value={feature} />
      ))}
      <div className="flex gap-2">
        <Button type="submit" weight="main">
          Find
        </Button>
        {isFiltered && (
          <ButtonLink href="/shelf" weight="quiet">
            Show all
          </ButtonLink>
        )}
      </div>
    </Form>
  );
}
