'use client';
import { memo } from 'react';
import { inWordsOf } from '@/core/time';
import { KEY_GROUPS, KEY_MAP, type KeyEntry } from '@/core/writing';
import { useVocabulary } from '@/ui/vocabulary';

const KEY_NAMES: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  PageUp: 'Page ↑',
  PageDown: 'Page ↓',
  Backspace: '⌫ Back',
  Escape: 'Esc',
};

/** Keys that are one idea on the panel. */
const TOGETHER: readonly (readonly [test: (entry: KeyEntry) => boolean, keys: string, does: string])[] = [
  [({ does }) => /^note [A-G]$/.test(does), 'c d e f g a b', 'notes, each near the last'],
  [({ does }) => /^finger/.test(does), '0 … 9', 'finger; on a kit a drum'],
];

/** The whole key map, as it is. It never changes, so a key press need not draw it again. */
export const KeyPanel = memo(function KeyPanel() {
  const vocabulary = useVocabulary();
  return (
    <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
      {KEY_GROUPS.map((group) => (
        <section key={group}>
          <h3 className="mb-1 font-bold">{inWordsOf(group, vocabulary)}</h3>
          <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-3 gap-y-1 text-base">
            {rowsOf(group).map(([keys, does]) => (
              <div key={keys} className="contents">
                <dt>
                  <kbd className="rounded-sm border border-rule bg-desk px-2 font-sans">{keys}</kbd>
                </dt>
                <dd>{inWordsOf(does, vocabulary)}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </div>
  );
});

function rowsOf(group: KeyEntry['group']): readonly (readonly [keys: string, does: string])[] {
  const rows = KEY_MAP.filter((entry) => entry.group === group).map((entry) => {
    const together = TOGETHER.find(([test]) => test(entry));
    return together ? ([together[1], together[2]] as const) : ([nameOf(entry), entry.does] as const);
  });
  return rows.filter(([keys], index) => rows.findIndex(([other]) => other === keys) === index);
}

function nameOf({ key, ctrl, shift }: KeyEntry): string {
  const name = KEY_NAMES[key] ?? key;
  return `${ctrl ? 'Ctrl ' : ''}${shift ? 'Shift ' : ''}${name}`;
}
